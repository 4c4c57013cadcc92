// Whether a pen is held still at the end of a stroke: it may have been meant to be straight.
import { useTimeoutFn } from "@vueuse/core"
import { ref } from "vue"

/** A pen that moves less than this, CSS px, for so long, ms, is held still. */
const STEADY = 4
const STILL = 450

export type HeldStill = ReturnType<typeof useHeldStill>

export function useHeldStill() {
  const held = ref(false)
  const still = useTimeoutFn(() => (held.value = true), STILL, { immediate: false })
  let last = { x: 0, y: 0 }

  return {
    held,
    moves({ clientX: x, clientY: y }: PointerEvent): void {
      if (Math.hypot(x - last.x, y - last.y) <= STEADY) return
      last = { x, y }
      held.value = false
      still.start()
    },
    /** Whether it is, as the pen leaves the paper; another stroke begins anew. */
    end(): boolean {
      const was = held.value
      still.stop()
      held.value = false
      return was
    },
  }
}
