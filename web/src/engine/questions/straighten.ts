// A stroke brought onto the line, the arc or the ellipse that it was meant to be.
import { FLOATS } from "@/documents/stroke"
import { STRAIGHT_WAYS } from "@/generated/layout"
import type { Module } from "../memory/module"

export type StraightWay = (typeof STRAIGHT_WAYS)[number]

/** One that strays farther from it than this, of its length, was not meant to be that. */
const MEANT = 0.06

/** What a stroke may have been meant to be, the likeliest first, each with its samples. */
export function straightened(
  { memory, call }: Module,
  samples: Float32Array<ArrayBuffer>,
): { way: StraightWay; samples: Float32Array<ArrayBuffer> }[] {
  const block = memory.lend(2 * samples.byteLength + 64)
  const count = samples.length / FLOATS
  const given = { at: block.at, length: count }
  const out = { at: block.at + ((samples.byteLength + 15) & ~15), length: count }
  memory.f32({ at: given.at, length: samples.length }).set(samples)
  const found = STRAIGHT_WAYS.flatMap((way, number) => {
    const off = call("straighten", given, count, number, out)
    if (off < 0 || off > MEANT) return []
    return { way, off, samples: memory.f32({ at: out.at, length: samples.length }).slice() }
  })
  memory.giveBack(block)
  return found.sort((a, b) => a.off - b.off).map(({ way, samples }) => ({ way, samples }))
}
