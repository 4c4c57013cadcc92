// Two fingers that tap the paper together take the last step back; three do it again. A choice, on this device.
import { useEventListener, useLocalStorage } from "@vueuse/core"
import type { Ref } from "vue"

/** A tap is as short (ms) and as still (CSS px) as this: for as long a second finger makes no stroke of the first. */
const QUICK = 300
const STILL = 14
/** A hand that holds a pen rests on the paper: nothing is a tap for so long after the pen was near, ms. */
const PEN = 1000

/** Whether taps of several fingers do anything. */
export const useTapping = () => useLocalStorage("finger taps", true)

export function useFingerTaps(
  target: Ref<HTMLElement | null>,
  steps: { undo: () => void; redo: () => void },
): void {
  const tapping = useTapping()
  const down = new Map<number, { x: number; y: number }>()
  let begun = 0
  let most = 0
  let other = false
  let pen = -Infinity

  useEventListener(target, "pointerdown", (event: PointerEvent) => {
    if (event.pointerType === "pen") pen = event.timeStamp
    if (event.pointerType !== "touch") return
    // The first finger that touches: whichever were down before were lifted, though nothing said so.
    if (event.isPrimary) {
      down.clear()
      ;[begun, most, other] = [event.timeStamp, 0, event.timeStamp - pen < PEN]
    }
    down.set(event.pointerId, { x: event.clientX, y: event.clientY })
    most = Math.max(most, down.size)
  })
  useEventListener(target, "pointermove", (event: PointerEvent) => {
    if (event.pointerType === "pen") pen = event.timeStamp
    const from = down.get(event.pointerId)
    if (from && Math.hypot(event.clientX - from.x, event.clientY - from.y) > STILL) other = true
  })
  useEventListener(target, "pointercancel", () => (other = true))
  useEventListener(target, ["pointerup", "pointercancel"], (event: PointerEvent) => {
    if (!down.delete(event.pointerId) || down.size > 0) return
    const tap = tapping.value && !other && event.timeStamp - begun < QUICK && event.timeStamp - pen > PEN
    if (tap && most === 2) steps.undo()
    if (tap && most === 3) steps.redo()
  })
}
