// While a pocket is dragged, a folded roll that it rests over opens.
import { useEventListener } from "@vueuse/core"
import { onScopeDispose } from "vue"

const REST = 450

export function useSpringing(open: (roll: string) => void): void {
  let over = ""
  let timer = 0
  const stop = () => window.clearTimeout(timer)
  function follow(event: PointerEvent | TouchEvent): void {
    if (!document.documentElement.dataset.dragging) return stop()
    const { clientX, clientY } = "touches" in event ? event.touches[0]! : event
    const under = document.elementsFromPoint(clientX, clientY)
    const roll =
      under.map((one) => one.closest<HTMLElement>("[data-folded]")?.dataset.folded).find(Boolean) ?? ""
    if (roll === over) return
    over = roll
    stop()
    if (roll) timer = window.setTimeout(() => open(roll), REST)
  }
  useEventListener(document, ["pointermove", "touchmove"], follow as EventListener, { passive: true })
  onScopeDispose(stop)
}
