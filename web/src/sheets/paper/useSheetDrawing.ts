// The stroke in hand on a sheet: from pointer events to the engine.
import { drawnOf, newSeed, samplesFrom, type Drawing, type Kind, type Pen } from "@/documents/stroke"
import { sampleOf } from "@/documents/lean"
import { takeInHand } from "@/device/inHand"
import { newId } from "@/documents/ids"
import type { Inked, SheetStroke } from "@/documents/sheet"
import { PenLine } from "@/engine/page/penLine"
import { MOST_SAMPLES } from "@/generated/layout"
import { notice } from "@/parts/notice"
import type { PointerActs } from "@/drawing/useSheetPointers"
import { useTimeoutFn } from "@vueuse/core"
import type { Ref } from "vue"
import type { PaperView } from "./usePaperView"
import type { SheetOnEasel } from "../useSheet"

/** Bits of `buttons` (W3C Pointer Events): the pen's barrel button, and its eraser end. */
const ERASERS = 2 | 32

/** A pen that moves less than this, CSS px, for so long, ms, is held still. */
const STEADY = 4
const STILL = 450

type SheetPen = Pen & Inked & { sheet: string; drawnAt: number }

export function useSheetDrawing(
  sheet: SheetOnEasel,
  room: Ref<HTMLElement | null>,
  { toSheet, held, view, pinch }: PaperView,
  /** The layer that is drawn on, by its `which`. */
  active: Ref<number>,
  /** Hears of a stroke that was held still at its end: it may have been meant to be straight. */
  heldStill: (stroke: SheetStroke) => void,
  /** How many strokes are drawn and not kept yet: until they are, the paper lies still under them. */
  underWay: Ref<number>,
): PointerActs {
  const { api, generation, orEnded } = sheet.engine
  const { hand } = sheet
  const still = useTimeoutFn(() => (rested = true), STILL, { immediate: false })
  let rested = false
  let lastSeen = { x: 0, y: 0 }
  let stroke: Drawing<SheetPen> | undefined
  let line: PenLine
  /** Where the room lies on the page: it lies still under a stroke. */
  let box: DOMRect

  function samplesOf(events: PointerEvent[]): Float32Array<ArrayBuffer> {
    const turn = (-held.value * Math.PI) / 180
    return samplesFrom(
      events.map((event) => {
        const [x, y] = toSheet(event.clientX - box.left, event.clientY - box.top)
        const row = sampleOf(event, x, y, stroke!.start)
        // The pen leans over the paper, which may be turned and mirrored under it.
        if (view.mirrored) row[5] = Math.PI - row[5]!
        row[5] = (row[5]! + turn + 4 * Math.PI) % (2 * Math.PI)
        return row
      }),
    )
  }

  /** Why nothing can be drawn just now, if so. */
  function hindrance(): string {
    const layer = sheet.document.value?.layers.find((one) => one.which === active.value)
    if (layer?.locked) return "This layer is locked: unlock it under Layers, or draw on another."
    if (layer && !layer.shown) return "This layer is hidden: show it under Layers, or draw on another."
    return hand.brush.value ? "" : "Take a brush in hand first: touch a pocket below."
  }

  function begin(kind: Kind, erase: boolean, start: number): boolean {
    const said = hindrance()
    const look = hand.look()
    if (said || !look) {
      notice(said)
      return false
    }
    sheet.use(look)
    const pen: SheetPen = {
      ...{ kind, erase, seed: newSeed(), layer: active.value, size: hand.size.value },
      ...{ look: look.id, ink: hand.ink.value, opacity: hand.opacity.value },
      ...{ sheet: sheet.id, drawnAt: sheet.strokes.nextMoment() },
    }
    const letGo = takeInHand("stroke")
    stroke = { id: newId(), pen, start, sent: 0, letGo, parts: [], generation: generation.value }
    underWay.value++
    box = room.value!.getBoundingClientRect()
    const since = performance.timeOrigin + start
    line = new PenLine((samples, foreseen) => api.move("sheet", samples, since, foreseen))
    void api.down("sheet", pen)
    return true
  }

  async function finish(): Promise<void> {
    if (!stroke) return
    const lifted = stroke
    const { id, letGo } = lifted
    const meant = rested
    still.stop()
    rested = false
    stroke = undefined
    line.end()
    try {
      const own = () => drawnOf(lifted)
      const told = await orEnded(api.up("sheet", id), own)
      const drawn = told ?? (lifted.generation === generation.value ? undefined : own())
      if (!drawn) return
      sheet.drew(drawn)
      if (meant && !drawn.erase) heldStill(drawn as SheetStroke)
    } finally {
      underWay.value--
      letGo()
    }
  }

  function send(events: PointerEvent[]): void {
    if (!stroke) return
    if (stroke.sent + events.length > MOST_SAMPLES) {
      // One recorded stroke holds so many samples and no more: the line goes on as a stroke of its own.
      const { kind, erase } = stroke.pen
      void finish()
      if (!begin(kind, erase, events[0]!.timeStamp)) return
    }
    stroke.sent += events.length
    const { clientX: x, clientY: y } = events.at(-1)!
    if (Math.hypot(x - lastSeen.x, y - lastSeen.y) > STEADY) {
      lastSeen = { x, y }
      rested = false
      still.start()
    }
    const samples = samplesOf(events)
    stroke.parts.push(samples)
    line.report(samples)
  }

  return {
    down(kind, event) {
      const turned = kind === "pen" && (event.buttons & ERASERS) !== 0
      if (begin(kind, hand.erase.value || turned, event.timeStamp)) send([event])
    },
    move: send,
    foresee(events) {
      if (stroke) line.expect(samplesOf(events))
    },
    up: () => void finish(),
    cancel() {
      still.stop()
      rested = false
      if (!stroke) return
      underWay.value--
      line.drop()
      stroke.letGo()
      stroke = undefined
      void api.cancel("sheet")
    },
    pinch,
  }
}
