// What an easel tells its desk of: the desk inks on only where it is told that there is something to ink.
import { expect, it } from "vitest"
import type { BrushDocument } from "@/documents/brush"
import { Easel } from "@/engine/easel/easel"
import type { Paper } from "@/engine/easel/paper"
import type { Context } from "@/engine/easel/screen"
import type { Supply } from "@/engine/memory/supply"

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
    attach: () => undefined,
    shown: 0,
    showAll() {
      this.shown++
    },
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
  return { easel, paper, begun: () => begun }
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

it("shows all again on a canvas that was lost and is back", () => {
  const { easel, paper } = easelOf(false)
  const canvas = new EventTarget()
  easel.attach({ canvas } as unknown as Context)
  expect(paper.shown).toBe(1)
  canvas.dispatchEvent(new Event("contextrestored"))
  expect(paper.shown).toBe(2)
})
