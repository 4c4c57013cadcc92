// The chosen strokes inked otherwise: another brush, ink, size, steadying or seed. Their samples stay.
import type { StoredBrush } from "@/device/tables/brushes"
import type { BrushDocument } from "@/documents/brush"
import { newId } from "@/documents/ids"
import type { Look } from "@/documents/sheet"
import { newSeed } from "@/documents/stroke"
import { settingNamed } from "@/documents/brush"
import { dequal } from "dequal"
import { ref, shallowRef } from "vue"
import type { Chosen } from "./paper/useChosen"
import type { SheetOnEasel } from "./useSheet"
import { inkedOf, type InkedStroke } from "./paper/useSheetStrokes"

export function useReink(sheet: SheetOnEasel, chosen: Chosen) {
  const size = settingNamed("size")
  /** The step that the last change was, to look at it before and after. */
  const lately = shallowRef<{ before: InkedStroke[]; after: InkedStroke[] }>()
  const seeingBefore = ref(false)

  const known = (): Look[] => sheet.looks.value

  /** A look of a brush as it is, or of a document that came of one: the one that is there, or a new one. */
  function lookOf(brush: string | null, name: string, document: BrushDocument): Look {
    const there = known().find((one) => one.brush === brush && dequal(one.document, document))
    const look = there ?? { id: newId(), brush, name, document: structuredClone(document) }
    sheet.use(look)
    return look
  }

  function apply(change: (one: InkedStroke) => InkedStroke): void {
    seeAfter()
    const before = chosen.strokes.value.map(inkedOf)
    if (before.length === 0) return
    const after = before.map(change)
    lately.value = { before, after }
    sheet.ink(before, after)
  }

  /** Give them another brush, in its own size. */
  function giveBrush({ id, name, document }: Pick<StoredBrush, "id" | "name" | "document">): void {
    const look = lookOf(id, name, document)
    apply((one) => ({
      ...one,
      look: look.id,
      size: Number(document.size),
      opacity: Number(document.opacity),
    }))
  }

  function giveInk(ink: string): void {
    apply((one) => ({ ...one, ink }))
  }

  function scale(times: number): void {
    const looks = new Map(known().map((one) => [one.id, one.document]))
    apply((one) => {
      const own = one.size ?? Number(looks.get(one.look)?.size ?? 1)
      return { ...one, size: Math.min(size.high, Math.max(size.low, own * times)) }
    })
  }

  /** Steady them otherwise: their looks stay but for that. */
  function steady(parts: Partial<BrushDocument>): void {
    const looks = new Map(known().map((one) => [one.id, one]))
    const made = new Map<string, Look>()
    for (const { look } of chosen.strokes.value) {
      const there = looks.get(look)
      if (there && !made.has(look))
        made.set(look, lookOf(null, there.name, { ...there.document, ...parts } as BrushDocument))
    }
    apply((one) => ({ ...one, look: made.get(one.look)?.id ?? one.look }))
  }

  function throwDice(): void {
    apply((one) => ({ ...one, seed: newSeed() }))
  }

  function moveTo(layer: number): void {
    apply((one) => ({ ...one, layer }))
  }

  /** Show the chosen strokes as they were before the last change, as long as one looks. */
  function seeBefore(): void {
    if (!lately.value || seeingBefore.value) return
    seeingBefore.value = true
    void sheet.engine.api.changeSheet({ inked: lately.value.before })
  }

  function seeAfter(): void {
    if (!lately.value || !seeingBefore.value) return
    seeingBefore.value = false
    // As they are by now: they may have been changed, or have gone, meanwhile.
    const now = lately.value.after.flatMap(({ id }) => {
      const stroke = sheet.strokes.strokes.value.get(id)
      return stroke ? inkedOf(stroke) : []
    })
    void sheet.engine.api.changeSheet({ inked: now })
  }

  return { lately, seeingBefore, giveBrush, giveInk, scale, steady, throwDice, moveTo, seeBefore, seeAfter }
}
