// Whether a pen is held still at the end of a stroke: it may have been meant to be straight.
import { useTimeoutFn } from "@vueuse/core"

/** A pen that moves less than this, CSS px, for so long, ms, is held still. */
const STEADY = 4
const STILL = 450

export function useHeldStill() {
  const still = useTimeoutFn(() => (held = true), STILL, { immediate: false })
  let held = false
  let last = { x: 0, y: 0 }

  return {
    moves({ clientX: x, clientY: y }: PointerEvent): void {
      if (Math.hypot(x - last.x, y - last.y) <= STEADY) return
      last = { x, y }
      held = false
      still.start()
    },
    /** Whether it is, as the pen leaves the paper; another stroke begins anew. */
    end(): boolean {
      const was = held
      still.stop()
      held = false
      return was
    },
  }
}
