// A source begins with a picture: decoded by the browser, as large as it is worked on, and recognised by the core.
import type { Makes, Recipe, Start, Step } from "@/documents/recipe"
import { A_GRAIN, IN_ALPHA, SIGNS, WORKING_SIDE } from "@/generated/layout"
import type { Pixels } from "../memory/png"

export interface Beginning {
  makes: Makes
  recipe: Recipe
  /** What was assumed, in sentences. */
  notes: string[]
}

/** Decode a picture file, turned as the camera was held. Throws where the browser cannot. */
export async function pixelsOfFile(file: Blob): Promise<Pixels> {
  const bitmap = await createImageBitmap(file, {
    imageOrientation: "from-image",
    premultiplyAlpha: "none",
    colorSpaceConversion: "default",
  })
  const fit = Math.min(1, WORKING_SIDE / Math.max(bitmap.width, bitmap.height))
  const [width, height] = [
    Math.max(1, Math.round(bitmap.width * fit)),
    Math.max(1, Math.round(bitmap.height * fit)),
  ]
  const context = new OffscreenCanvas(width, height).getContext("2d", { willReadFrequently: true })!
  context.imageSmoothingQuality = "high"
  context.drawImage(bitmap, 0, 0, width, height)
  bitmap.close()
  return context.getImageData(0, 0, width, height)
}

/** The recipe that a picture begins with, by the bits that the core recognised. */
export function beginningOf(bits: number): Beginning {
  const seen = SIGNS.filter((sign) => bits & sign.bit)
  const start: Start = { kind: "picture", channel: bits & IN_ALPHA ? "alpha" : "luminance" }
  return {
    makes: bits & A_GRAIN ? "grain" : "shape",
    recipe: { start, steps: seen.map((sign) => ({ ...sign.step }) as Step) },
    notes: seen.map((sign) => sign.says).filter(Boolean),
  }
}
