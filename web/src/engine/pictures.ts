// Finished sources by the digest of their picture: fetched once, kept for the session.
import { decodePicture, type Picture } from "./images"

const MOST = 48

export class Pictures {
  private known = new Map<string, Picture>()
  private coming = new Map<string, Promise<Picture>>()

  /** A picture that is here already. */
  get(digest: string): Picture | undefined {
    return this.known.get(digest)
  }

  put(digest: string, picture: Picture): void {
    this.known.delete(digest)
    this.known.set(digest, picture)
    if (this.known.size > MOST) this.known.delete(this.known.keys().next().value!)
  }

  /** Fetch a picture, or wait for it if it is on its way. */
  async bring(digest: string): Promise<Picture> {
    const here = this.known.get(digest)
    if (here) return here
    let coming = this.coming.get(digest)
    if (!coming) {
      coming = this.load(digest).finally(() => this.coming.delete(digest))
      this.coming.set(digest, coming)
    }
    return coming
  }

  private async load(digest: string): Promise<Picture> {
    const answer = await fetch(`/api/pictures/${digest}`)
    if (!answer.ok) throw new Error(`The picture ${digest.slice(0, 8)} could not be fetched.`)
    const picture = await decodePicture(await answer.blob())
    this.put(digest, picture)
    return picture
  }
}
