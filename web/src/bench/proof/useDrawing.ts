// Drawing on the bench: on every sheet that is drawn on together, by whatever draws.
import { newSeed, samplesFrom, type Kind, type Pen } from "@/documents/stroke"
import type { Ref } from "vue"
import { sampleOf } from "@/documents/lean"
import type { PointerActs } from "@/drawing/useSheetPointers"
import { isTurned, useStrokeInHand } from "@/drawing/useStrokeInHand"
import { usePracticePen } from "../practice/usePracticePen"
import type { Bench } from "../useBench"

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
  const practice = usePracticePen(bench)
  /** Where the sheet lies on the page: it lies still under a stroke. */
  let box: DOMRect
  const stroke = useStrokeInHand<Pen>({
    underWay,
    samplesOf: (events, start) =>
      samplesFrom(
        events.map((event) => {
          const x = onGrid((event.clientX - box.left) / view.zoom + view.x)
          const y = onGrid((event.clientY - box.top) / view.zoom + view.y)
          return sampleOf(event, x, y, start)
        }),
      ),
    passes: (samples) => pointer.value === "practice" && practice.lend(samples),
    goOn({ kind, erase }, start) {
      begin(kind, erase, start)
      return true
    },
    drew: (drawn) => bench.drew(drawn),
  })

  function begin(kind: Kind, erase: boolean, start: number): void {
    // The pen's own eraser end is an eraser too, and as large.
    const size = erase ? bench.eraser.eraserSize.value : null
    box = canvas.value!.getBoundingClientRect()
    const pen = { kind, erase, seed: newSeed(), layer: bench.sheetLayers.active.value, size }
    stroke.begin(pen, start, bench.beside.easels.value)
  }

  return {
    down(kind, event) {
      practice.stop()
      const lent = kind === "mouse" && practice.on.value
      pointer.value = lent ? "practice" : kind
      down.value = true
      if (lent) practice.begin()
      begin(lent ? "pen" : kind, bench.eraser.erase.value || isTurned(event), event.timeStamp)
      stroke.send([event])
    },
    move: stroke.send,
    foresee(events) {
      // A practice pen's pressure comes of how it went, and cannot be foreseen.
      if (pointer.value !== "practice") stroke.expect(events)
    },
    up() {
      down.value = false
      void stroke.finish()
    },
    cancel() {
      down.value = false
      stroke.cancel()
    },
    pinch,
    inks: () => true,
  }
}
