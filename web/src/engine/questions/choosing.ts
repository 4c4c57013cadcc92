// Which strokes a touch or a lasso means: told by the core.
import { FLOATS } from "@/documents/stroke"
import type { SheetStroke } from "@/documents/sheet"
import type { Vector } from "../memory/memory"
import type { Module } from "../memory/module"

/** So much of a stroke inside a lasso makes it chosen. */
const MOST_OF_IT = 0.6

function laid<T>({ memory }: Module, parts: Float32Array<ArrayBuffer>[], use: (laid: Vector[]) => T): T {
  const block = memory.lend(parts.reduce((sum, one) => sum + one.byteLength, 64))
  let { at } = block
  const vectors = parts.map((one) => {
    const vector = { at, length: one.length }
    memory.f32(vector).set(one)
    at += one.byteLength
    return vector
  })
  const found = use(vectors)
  memory.giveBack(block)
  return found
}

const drawn = (strokes: SheetStroke[]) => strokes.filter((one) => !one.dries)

/** The stroke nearest to a place, the topmost of those as near, if one lies within `reach` sheet px. */
export function strokeAt(
  module: Module,
  strokes: SheetStroke[],
  x: number,
  y: number,
  reach: number,
): string | undefined {
  let best = reach
  let found: string | undefined
  for (const one of drawn(strokes)) {
    const distance = laid(module, [one.samples], ([samples]) => {
      const count = one.samples.length / FLOATS
      return module.call("distance_to_stroke", { at: samples!.at, length: count }, count, x, y)
    })
    // A wide stroke is touched anywhere on it.
    const off = Math.max(0, distance - (one.size ?? 0) / 2)
    if (off <= best) [best, found] = [off, one.id]
  }
  return found
}

/** The strokes that lie inside a lasso for the most part. */
export function strokesIn(module: Module, strokes: SheetStroke[], lasso: [number, number][]): string[] {
  const corners = Float32Array.from(lasso.flat())
  return drawn(strokes)
    .filter((one) =>
      laid(module, [one.samples, corners], ([samples, polygon]) => {
        const count = one.samples.length / FLOATS
        const given = [{ at: samples!.at, length: count }, count, polygon!, lasso.length] as const
        return module.call("share_inside", ...given) >= MOST_OF_IT
      }),
    )
    .map((one) => one.id)
}
