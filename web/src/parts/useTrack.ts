// A slider's track under a finger or a keyboard.
import { useEventListener } from "@vueuse/core"
import type { Ref } from "vue"

export interface TrackActs {
  upright: boolean
  /** The finger is at a place 0..1 from the left, or from the foot of an upright track. */
  moved: (place: number) => void
  nudged: (direction: number) => void
  done: () => void
}

const ENDS: Record<string, number> = { Home: 0, End: 1 }
const KEYS: Record<string, number> = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }

export function useTrack(track: Readonly<Ref<HTMLElement | null>>, acts: TrackActs): void {
  let dragging = false

  function drag(event: PointerEvent): void {
    if (!dragging) return
    const box = track.value!.getBoundingClientRect()
    const [across, up] = [event.clientX - box.left, box.bottom - event.clientY]
    acts.moved(acts.upright ? up / box.height : across / box.width)
  }

  function release(): void {
    if (dragging) acts.done()
    dragging = false
  }

  useEventListener(track, "pointerdown", (event: PointerEvent) => {
    dragging = true
    track.value?.setPointerCapture(event.pointerId)
    drag(event)
  })
  useEventListener(track, "pointermove", drag)
  useEventListener(track, ["pointerup", "pointercancel"], release)
  useEventListener(track, "keydown", (event: KeyboardEvent) => {
    const [direction, end] = [KEYS[event.key], ENDS[event.key]]
    if (direction === undefined && end === undefined) return
    event.preventDefault()
    if (end !== undefined) acts.moved(end)
    else acts.nudged(direction!)
    acts.done()
  })
}
