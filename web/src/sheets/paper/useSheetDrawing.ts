// Drawing on a sheet: with what the hand holds, on the layer that is drawn on.
import { t } from "@/words"
import { newSeed, samplesFrom, type Kind, type Pen } from "@/documents/stroke"
import { sampleOf } from "@/documents/lean"
import type { Inked, SheetStroke } from "@/documents/sheet"
import { notice } from "@/parts/notice"
import type { PointerActs } from "@/drawing/useSheetPointers"
import { isTurned, useStrokeInHand } from "@/drawing/useStrokeInHand"
import type { Ref } from "vue"
import type { PaperView } from "./usePaperView"
import type { SheetOnEasel } from "../useSheet"
import type { HeldStill } from "./useHeldStill"

type SheetPen = Pen & Inked & { sheet: string; drawnAt: number }

export function useSheetDrawing(
  sheet: SheetOnEasel,
  room: Ref<HTMLElement | null>,
  { toSheet, held, view, pinch }: PaperView,
  /** The layer that is drawn on, by its `which`. */
  active: Ref<number>,
  still: HeldStill,
  /** Hears of a stroke that was held still at its end: it may have been meant to be straight. */
  heldStill: (stroke: SheetStroke) => void,
  /** How many strokes are drawn and not kept yet: until they are, the paper lies still under them. */
  underWay: Ref<number>,
): PointerActs {
  const { hand } = sheet
  /** Where the room lies on the page: it lies still under a stroke. */
  let box: DOMRect
  const stroke = useStrokeInHand<SheetPen>({
    underWay,
    samplesOf(events, start) {
      const turn = (-held.value * Math.PI) / 180
      return samplesFrom(
        events.map((event) => {
          const [x, y] = toSheet(event.clientX - box.left, event.clientY - box.top)
          const row = sampleOf(event, x, y, start)
          // The pen leans over the paper, which may be turned and mirrored under it.
          if (view.mirrored) row[5] = Math.PI - row[5]!
          row[5] = (row[5]! + turn + 4 * Math.PI) % (2 * Math.PI)
          return row
        }),
      )
    },
    goOn: ({ kind, erase }, start) => begin(kind, erase, start),
    drew: (drawn) => sheet.drew(drawn),
  })

  /** Why nothing can be drawn just now, if so. */
  function hindrance(): string {
    const layer = sheet.document.value?.layers.find((one) => one.which === active.value)
    if (layer?.locked) return t("sheets.this-layer-is-locked-unlock-it")
    if (layer && !layer.shown) return t("sheets.this-layer-is-hidden-show-it")
    return hand.brush.value ? "" : t("sheets.take-a-brush-in-hand-first")
  }

  function begin(kind: Kind, erase: boolean, start: number): boolean {
    const said = hindrance()
    const look = hand.look()
    if (said || !look) {
      notice(said)
      return false
    }
    sheet.use(look)
    box = room.value!.getBoundingClientRect()
    const pen: SheetPen = {
      ...{ kind, erase, seed: newSeed(), layer: active.value, size: hand.size.value },
      ...{ look: look.id, ink: hand.ink.value, opacity: hand.opacity.value },
      ...{ sheet: sheet.id, drawnAt: sheet.strokes.nextMoment() },
    }
    still.end()
    stroke.begin(pen, start, ["sheet"])
    return true
  }

  function send(events: PointerEvent[]): void {
    still.moves(events.at(-1)!)
    stroke.send(events)
  }

  return {
    down(kind, event) {
      if (begin(kind, hand.erase.value || isTurned(event), event.timeStamp)) send([event])
    },
    move: send,
    foresee: stroke.expect,
    up() {
      const meant = still.end()
      void stroke.finish((drawn) => meant && !drawn.erase && heldStill(drawn))
    },
    cancel() {
      still.end()
      stroke.cancel()
    },
    pinch,
  }
}
