// Finished sources by the digest of their picture: brought once, kept for the session.
import { decodePicture, type Picture } from "./images"

/** Pictures are kept up to so many bytes of ink; the one that was used longest ago goes first. */
const MOST = 48 * 1024 * 1024

export type Bring = (digest: string) => Promise<Blob>

export class Pictures {
  constructor(private bringFile: Bring) {}

  private known = new Map<string, Picture>()
  private coming = new Map<string, Promise<Picture>>()

  /** A picture that is here already. */
  get(digest: string): Picture | undefined {
    const found = this.known.get(digest)
    if (found) this.put(digest, found)
    return found
  }

  put(digest: string, picture: Picture): void {
    this.known.delete(digest)
    this.known.set(digest, picture)
    let bytes = [...this.known.values()].reduce((sum, one) => sum + one.ink.length, 0)
    for (const [oldest, { ink }] of this.known) {
      if (bytes <= MOST || oldest === digest) break
      this.known.delete(oldest)
      bytes -= ink.length
    }
  }

  /** Bring a picture, or wait for it if it is on its way. */
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
    const picture = await decodePicture(await this.bringFile(digest))
    this.put(digest, picture)
    return picture
  }
}
