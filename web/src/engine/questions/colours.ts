// Colours, as the core reckons with them.
import type { Vector } from "../memory/memory"
import type { Module } from "../memory/module"

export class Colours {
  /** `table` is room for three values. */
  constructor(
    private module: Module,
    private table: Vector,
  ) {}

  /** Contrast 1..21 of two colours 0xRRGGBB (WCAG). */
  contrast(first: number, second: number): number {
    return this.module.call("contrast", first, second)
  }

  /** A colour 0xRRGGBB in OKLCH: lightness 0..1, chroma, hue in degrees. */
  lchOf(colour: number): [number, number, number] {
    const lch = { at: this.table.at, length: 3 }
    this.module.call("read_lch", colour, lch)
    const [lightness, chroma, hue] = this.module.memory.f32(lch)
    return [lightness!, chroma!, hue!]
  }

  /** The colour 0xRRGGBB nearest to an OKLCH one that a screen has. */
  colourOf(lightness: number, chroma: number, hue: number): number {
    return this.module.call("colour_of_lch", lightness, chroma, hue)
  }
}
