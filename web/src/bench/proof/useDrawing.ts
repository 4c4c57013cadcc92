// The stroke in hand: from pointer events to the engine, on every sheet that is drawn on together.
import { drawnOf, newSeed, samplesFrom, type Drawing, type Kind } from "@/documents/stroke"
import type { Ref } from "vue"
import { takeInHand } from "@/device/inHand"
import { newId } from "@/documents/ids"
import { sampleOf } from "@/documents/lean"
import { PenLine } from "@/engine/page/penLine"
import { MOST_SAMPLES } from "@/generated/layout"
import type { PointerActs } from "@/drawing/useSheetPointers"
import { usePracticePen } from "../practice/usePracticePen"
import type { Bench } from "../useBench"

/** Bits of `buttons` (W3C Pointer Events): the pen's barrel button, and its eraser end. */
const ERASERS = 2 | 32

/** Places are told to 1/256 px: shifted by whole px, as lanes flow, they stay the same to the last bit. */
const onGrid = (place: number) => Math.round(place * 256) / 256

interface Sheet {
  /** The sheet's canvas, and how it is seen. */
  canvas: Ref<HTMLElement | null>
  view: { zoom: number; x: number; y: number }
  pinch: PointerActs["pinch"]
  /** What draws just now, and whether it is down. */
  pointer: Ref<Kind | "practice" | undefined>
  down: Ref<boolean>
  /** How many strokes are drawn and not kept yet: until they are, the paper lies still under them. */
  underWay: Ref<number>
}

export function useDrawing(
  bench: Bench,
  { canvas, view, pinch, pointer, down, underWay }: Sheet,
): PointerActs {
  const { api, generation, orEnded } = bench.engine
  const practice = usePracticePen(bench)
  let stroke: Drawing | undefined
  let line: PenLine
  /** Where the sheet lies on the page: it lies still under a stroke. */
  let box: DOMRect
  /** The easels that it is drawn on: those that were there when it was begun. */
  let easels = bench.beside.easels.value

  function samplesOf(events: PointerEvent[]): Float32Array<ArrayBuffer> {
    return samplesFrom(
      events.map((event) => {
        const x = onGrid((event.clientX - box.left) / view.zoom + view.x)
        const y = onGrid((event.clientY - box.top) / view.zoom + view.y)
        return sampleOf(event, x, y, stroke!.start)
      }),
    )
  }

  function begin(kind: Kind, erase: boolean, start: number): void {
    // The pen's own eraser end is an eraser too, and as large.
    const size = erase ? bench.eraser.eraserSize.value : null
    const pen = { kind, erase, seed: newSeed(), layer: bench.sheetLayers.active.value, size }
    const letGo = takeInHand("stroke")
    underWay.value++
    stroke = { id: newId(), pen, start, sent: 0, letGo, parts: [], generation: generation.value }
    easels = bench.beside.easels.value
    box = canvas.value!.getBoundingClientRect()
    const on = easels
    const since = performance.timeOrigin + start
    line = new PenLine((samples, foreseen) =>
      Promise.all(on.map((easel) => api.move(easel, samples, since, foreseen))),
    )
    for (const easel of on) void api.down(easel, pen)
  }

  async function finish(): Promise<void> {
    if (!stroke) return
    const lifted = stroke
    const { id, letGo } = lifted
    stroke = undefined
    line.end()
    const own = () => drawnOf(lifted)
    try {
      const [told] = await Promise.all(easels.map((easel) => orEnded(api.up(easel, id), own)))
      const drawn = told ?? (lifted.generation === generation.value ? undefined : own())
      if (drawn) bench.drew(drawn)
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
      begin(kind, erase, events[0]!.timeStamp)
    }
    stroke.sent += events.length
    const samples = samplesOf(events)
    stroke.parts.push(samples)
    if (pointer.value === "practice") practice.lend(samples)
    line.report(samples)
  }

  return {
    down(kind, event) {
      practice.stop()
      const lent = kind === "mouse" && practice.on.value
      pointer.value = lent ? "practice" : kind
      down.value = true
      const turned = kind === "pen" && (event.buttons & ERASERS) !== 0
      const erase = bench.eraser.erase.value || turned
      if (lent) practice.begin()
      begin(lent ? "pen" : kind, erase, event.timeStamp)
      send([event])
    },
    move: send,
    foresee(events) {
      // A practice pen's pressure comes of how it went, and cannot be foreseen.
      if (!stroke || pointer.value === "practice") return
      line.expect(samplesOf(events))
    },
    up() {
      down.value = false
      void finish()
    },
    cancel() {
      down.value = false
      if (!stroke) return
      underWay.value--
      line.drop()
      stroke.letGo()
      stroke = undefined
      for (const easel of easels) void api.cancel(easel)
    },
    pinch,
    inks: () => true,
  }
}
