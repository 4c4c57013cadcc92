// What fingers do on paper: they draw until the first pen comes to this device, and move the paper from then on, unless
// somebody chose otherwise.
import { useLocalStorage } from "@vueuse/core"
import { computed } from "vue"

export type Fingers = "draw" | "move"

/** Kept on the device, as its pen is. */
export function useFingers() {
  const settled = useLocalStorage<Fingers | "">("fingers", "")
  const fingers = computed<Fingers>({
    get: () => settled.value || "draw",
    set: (now) => (settled.value = now),
  })
  /** A pen is here. */
  function sawPen(): void {
    settled.value ||= "move"
  }
  return { fingers, sawPen }
}
