// Supplies brushes with their sources: what is on this device goes into the engine's memory.
import type { BrushDocument } from "@/documents/brush"
import { picturesOf, type Images } from "./images"
import type { Pictures } from "./pictures"

export class Supply {
  constructor(
    private images: Images,
    private pictures: Pictures,
  ) {}

  /** Have the sources of brushes at hand; returns those that must be brought first. */
  layOut(brushes: BrushDocument[]): string[] {
    for (const { role, digest } of brushes.flatMap(picturesOf)) {
      const picture = this.images.indexOf(role, digest) < 0 && this.pictures.get(digest)
      if (picture) this.images.put(role, digest, picture)
    }
    return [...new Set(brushes.flatMap((one) => this.images.missing(one)))]
  }

  /** Wait for pictures. One that cannot be had is left out: its brush keeps a plain stand-in. */
  async bring(digests: string[]): Promise<void> {
    await Promise.allSettled(digests.map((digest) => this.pictures.bring(digest)))
  }
}
