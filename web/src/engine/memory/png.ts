// Pictures as PNG, pixel by pixel: a canvas would mix what is half clear with its colour and lose some of it.
import { decode, encode } from "fast-png"
import type { Picture } from "./images"

type Bytes = Uint8Array<ArrayBuffer>

/** RGBA, 8 bits a channel, by rows. */
export interface Pixels {
  width: number
  height: number
  data: Uint8ClampedArray<ArrayBuffer>
}

/** Large pictures are written while somebody waits. */
const QUICK = { zlib: { level: 3 } } as const

/** A finished source, black on white, as the server keeps it. */
export function pngOfInk({ width, height, ink }: Picture): Bytes {
  return encode({ width, height, data: ink.map((one) => 255 - one), channels: 1, depth: 8 }, QUICK) as Bytes
}

export function pngOfPixels({ width, height, data }: Pixels): Bytes {
  return encode({ width, height, data, channels: 4, depth: 8 }, QUICK) as Bytes
}

/** Pixels of an RGBA PNG. */
export function pixelsOfPng(png: ArrayBuffer): Pixels {
  const { width, height, data, channels } = decode(png)
  if (channels !== 4) throw new Error("This picture cannot be worked on. Take it once more.")
  return { width, height, data: new Uint8ClampedArray(data) }
}
