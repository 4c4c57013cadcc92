// Ink that a recipe comes to, in the module's memory.
import type { Kind, Recipe } from "@/documents/recipe"
import type { Picture } from "../memory/images"
import type { Vector } from "../memory/memory"
import type { Module } from "../memory/module"

/** The way in which a seam was closed, by its number, and what lies along the cuts. */
export interface Closed {
  way: number
  cuts: number[]
}

/** Ink in the module's memory, float32 by rows. */
export interface Ink {
  at: number
  width: number
  height: number
  closed?: Closed
}

export const vectorOf = ({ at, width, height }: Ink): Vector => ({ at, length: width * height })

/** The values of a step's or a generator's settings, in the order of its kind. */
export const valuesOf = (kind: Kind, given: Record<string, unknown>): number[] =>
  kind.settings.map((setting) => {
    const value = given[setting.name] ?? setting.default
    return setting.kind === "choice" ? setting.choices.indexOf(value as string) : Number(value)
  })

/** The pictures that a recipe needs besides its original. */
export function picturesOfRecipe(recipe: Recipe): string[] {
  const others = recipe.steps
    .filter((step) => step.kind === "combine" && step.other)
    .map((step) => step.other!)
  return [...new Set(others)]
}

/** Ink as bytes, as it is stored. */
export function inkBytes({ memory, call }: Module, ink: Ink): Picture {
  const count = ink.width * ink.height
  const block = memory.lend(count)
  call("to_bytes", vectorOf(ink), count, { at: block.at, length: count })
  const picture = {
    width: ink.width,
    height: ink.height,
    ink: memory.u8({ at: block.at, length: count }).slice(),
  }
  memory.giveBack(block)
  return picture
}

/** Ink printed on paper, colours 0xRRGGBB. */
export function printInk({ memory, call }: Module, ink: Ink, colour: number, paper: number): ImageData {
  const count = ink.width * ink.height
  const block = memory.lend(count * 4)
  call("print_ink", vectorOf(ink), colour, paper, { at: block.at, length: count }, count)
  const pixels = new Uint8ClampedArray(memory.u8({ at: block.at, length: count * 4 }))
  memory.giveBack(block)
  return new ImageData(pixels, ink.width, ink.height)
}
