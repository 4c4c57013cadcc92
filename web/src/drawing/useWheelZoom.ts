import { useEventListener, type MaybeElementRef } from "@vueuse/core"
import type { PointerActs } from "./useSheetPointers"

/** So many px of a wheel's turn make what is seen e times as large. */
const PER_E = 500

/** Zoom about the pointer as a wheel turns. `taken` is asked first, and may have the turn for itself. */
export function useWheelZoom(
  target: MaybeElementRef<HTMLElement | null>,
  pinch: PointerActs["pinch"],
  taken: (turn: number) => boolean = () => false,
): void {
  useEventListener(
    target,
    "wheel",
    (event: WheelEvent) => {
      event.preventDefault()
      if (taken(event.deltaY)) return
      const box = (event.currentTarget as HTMLElement).getBoundingClientRect()
      pinch(Math.exp(-event.deltaY / PER_E), event.clientX - box.left, event.clientY - box.top, 0, 0)
    },
    { passive: false },
  )
}
