// What an easel tells its desk of: the desk inks on only where it is told that there is something to ink.
import { expect, it } from "vitest"
import type { BrushDocument } from "@/documents/brush"
import { Easel } from "@/engine/easel"
import type { Paper } from "@/engine/paper"
import type { Supply } from "@/engine/supply"

/** A paper on which inking takes long, or does not. */
function easelOf(slow: boolean) {
  let begun = 0
  const paper = {
    inking: false,
    brushes: [],
    reink() {
      this.inking = slow
    },
    layOnTop: () => false,
    get unscaled() {
      return true
    },
  }
  const supply = { layOut: () => [] }
  const easel = new Easel(
    paper as unknown as Paper,
    supply as unknown as Supply,
    (samples) => samples,
    () => undefined,
    () => begun++,
  )
  return { easel, begun: () => begun }
}
const BRUSH = {} as BrushDocument

it("says that strokes are on their way, whatever has them inked anew", () => {
  const { easel, begun } = easelOf(true)
  easel.setBrush(BRUSH)
  expect(begun()).toBe(1)
  easel.setStrokes([])
  expect(begun()).toBe(2)
  easel.rescale()
  expect(begun()).toBe(3)
})

it("says nothing where all was inked at once", () => {
  const { easel, begun } = easelOf(false)
  easel.setBrush(BRUSH)
  easel.setStrokes([])
  expect(begun()).toBe(0)
})
