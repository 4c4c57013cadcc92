// Sources in the module's memory, as the chains of images that tips and grains are read from.

import type { BrushDocument } from "@/documents/brush"
import { PAGE, type Block, type Vector } from "./memory"
import type { Module } from "./module"
import { bytesOf } from "./records"

/** How a picture is used: a shape has a clear border, a grain goes on at its other side. */
export type Role = "shape" | "inverted" | "grain"

/** Ink 0..255 by rows, 255 = full. */
export interface Picture {
  width: number
  height: number
  ink: Uint8Array<ArrayBuffer>
}

const MOST = 64
/** Chains are kept up to so many bytes; the one that was used longest ago goes first. */
const MOST_BYTES = 96 * 1024 * 1024

interface Place {
  index: number
  block: Block
  used: number
}

const keyOf = (role: Role, digest: string) => `${role}:${digest}`

/** The pictures that a brush uses. */
export function picturesOf(brush: BrushDocument): { role: Role; digest: string }[] {
  const uses: { role: Role; digest: string }[] = brush.shapes.map((use) => ({
    role: use.invert ? "inverted" : "shape",
    digest: use.picture,
  }))
  if (brush.grain) uses.push({ role: "grain", digest: brush.grain.picture })
  return uses
}

export class Images {
  readonly records: Vector
  private places = new Map<string, Place>()
  private spare = Array.from({ length: MOST }, (_, i) => i)
  private clock = 0

  constructor(private module: Module) {
    this.records = module.memory.take(MOST, bytesOf("image"))
  }

  /** Place of a picture among the images, or -1. */
  indexOf(role: Role, digest: string): number {
    const place = this.places.get(keyOf(role, digest))
    if (!place) return -1
    place.used = ++this.clock
    return place.index
  }

  /** The pictures of a brush that are not here yet. */
  missing(brush: BrushDocument): string[] {
    const gone = picturesOf(brush).filter(({ role, digest }) => this.indexOf(role, digest) < 0)
    return [...new Set(gone.map((one) => one.digest))]
  }

  /** Put a picture in, in the place of an older one under the same name. */
  put(role: Role, digest: string, picture: Picture): void {
    const { memory, call } = this.module
    const key = keyOf(role, digest)
    const { width, height, ink } = picture
    const words = 2 * (width + 1) * (height + 1) + 64
    const old = this.places.get(key)
    if (old) {
      memory.giveBack(old.block)
      this.places.delete(key)
    } else if (this.spare.length === 0) this.dropOldest()
    while (this.places.size > 1 && this.bytes + words * 4 > MOST_BYTES) this.dropOldest()
    const index = old?.index ?? this.spare.shift()!
    const block = memory.lend(words * 4)
    const scratch = memory.lend(2 * ink.length + 64)
    memory.u8({ at: scratch.at, length: ink.length }).set(ink)
    const pixels = { at: scratch.at, length: 2 * ink.length + 64 }
    call(
      "build_chain",
      ...[this.records, index, pixels, width, height],
      ...[role === "grain" ? 1 : 0, role === "inverted" ? 1 : 0, memory.cells, block.at / 4],
    )
    memory.giveBack(scratch)
    this.places.set(key, { index, block, used: ++this.clock })
  }

  private get bytes(): number {
    return [...this.places.values()].reduce((sum, one) => sum + one.block.pages * PAGE, 0)
  }

  private dropOldest(): void {
    const [key, oldest] = [...this.places].sort((a, b) => a[1].used - b[1].used)[0]!
    this.places.delete(key)
    this.module.memory.giveBack(oldest.block)
    this.spare.push(oldest.index)
  }
}

/** Decode a source's PNG, black on white, to ink. */
export async function decodePicture(png: Blob): Promise<Picture> {
  const bitmap = await createImageBitmap(png, { colorSpaceConversion: "none", premultiplyAlpha: "none" })
  const { width, height } = bitmap
  const context = new OffscreenCanvas(width, height).getContext("2d", { willReadFrequently: true })!
  context.drawImage(bitmap, 0, 0)
  const { data } = context.getImageData(0, 0, width, height)
  const ink = new Uint8Array(width * height)
  for (let i = 0; i < ink.length; i++) ink[i] = 255 - data[4 * i]!
  return { width, height, ink }
}
