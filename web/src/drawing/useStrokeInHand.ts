// The stroke in hand: what a pen reports goes to the engine, and the whole of it stays here until it is kept.
import type { Ref } from "vue"
import { takeInHand } from "@/device/inHand"
import { newId } from "@/documents/ids"
import { drawnOf, type Drawing, type KeptStroke, type Pen } from "@/documents/stroke"
import type { EaselName } from "@/engine/easel/easel"
import { PenLine } from "@/engine/page/penLine"
import { useEngine } from "@/engine/page/useEngine"
import { MOST_SAMPLES } from "@/generated/layout"

type Samples = Float32Array<ArrayBuffer>

/** Bits of `buttons` (W3C Pointer Events): the pen's barrel button, and its eraser end. */
const ERASERS = 2 | 32

/** Whether a pen is held by its eraser end, or its button is. */
export const isTurned = ({ pointerType, buttons }: PointerEvent): boolean =>
  pointerType === "pen" && (buttons & ERASERS) !== 0

export interface StrokeActs<P extends Pen> {
  /** Samples of pointer events, as the easel takes them; `start` is when the stroke was begun. */
  samplesOf: (events: PointerEvent[], start: number) => Samples
  /** Called with each portion before it goes. */
  passes?: (samples: Samples) => void
  /** Begin a stroke that goes on where one became too long; whether there is one. */
  goOn: (pen: P, start: number) => boolean
  drew: (stroke: KeptStroke & P) => void
  /** How many strokes are drawn and not kept yet: until they are, the paper lies still under them. */
  underWay: Ref<number>
}

/** `P` is what an easel must know of a stroke beside its samples. */
export function useStrokeInHand<P extends Pen>(acts: StrokeActs<P>) {
  const { api, generation, orEnded } = useEngine()
  const { underWay } = acts
  let stroke: Drawing<P> | undefined
  let line: PenLine
  /** The easels that it is drawn on: those that were there when it was begun. */
  let easels: EaselName[] = []

  function begin(pen: P, start: number, on: EaselName[]): void {
    const letGo = takeInHand("stroke")
    underWay.value++
    easels = on
    stroke = { id: newId(), pen, start, sent: 0, letGo, parts: [], generation: generation.value }
    const since = performance.timeOrigin + start
    line = new PenLine((samples, foreseen) =>
      Promise.all(on.map((easel) => api.move(easel, samples, since, foreseen))),
    )
    for (const easel of on) void api.down(easel, pen)
  }

  function send(events: PointerEvent[]): void {
    if (!stroke) return
    if (stroke.sent + events.length > MOST_SAMPLES) {
      // One recorded stroke holds so many samples and no more: the line goes on as a stroke of its own.
      const { pen } = stroke
      void finish()
      if (!acts.goOn(pen, events[0]!.timeStamp)) return
    }
    stroke.sent += events.length
    const samples = acts.samplesOf(events, stroke.start)
    stroke.parts.push(samples)
    acts.passes?.(samples)
    line.report(samples)
  }

  /**
   * The pen lifts: what was drawn is kept, also where the engine's worker ends meanwhile; `then` hears of this stroke
   * alone.
   */
  async function finish(then?: (drawn: KeptStroke & P) => void): Promise<void> {
    if (!stroke) return
    const lifted = stroke
    const { id, letGo } = lifted
    stroke = undefined
    line.end()
    const own = () => drawnOf(lifted)
    try {
      const [inked] = await Promise.all(easels.map((easel) => orEnded(api.up(easel, id), own)))
      const drawn = (inked ?? (lifted.generation === generation.value ? undefined : own())) as
        (KeptStroke & P) | undefined
      if (!drawn) return
      acts.drew(drawn)
      then?.(drawn)
    } finally {
      underWay.value--
      letGo()
    }
  }

  function cancel(): void {
    if (!stroke) return
    underWay.value--
    line.drop()
    stroke.letGo()
    stroke = undefined
    for (const easel of easels) void api.cancel(easel)
  }

  function expect(events: PointerEvent[]): void {
    if (stroke) line.expect(acts.samplesOf(events, stroke.start))
  }

  return { begin, send, finish, cancel, expect }
}
