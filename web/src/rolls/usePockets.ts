// Dragging pockets: with a pen or a mouse at once, with a finger after a moment; held for longer, a copy is dragged.
import { useSortable } from "@vueuse/integrations/useSortable"
import { ref, type Ref } from "vue"

/** What a drag came to: which pocket went where, and whether it was a copy that went. */
export interface Drop {
  brush: string
  /** The roll it went into, and its position there. */
  roll: string
  position: number
  copy: boolean
}

/** A finger that rests for so long lifts a pocket, ms; before that it scrolls. */
const LIFT = 180
/** A pocket that is held for so long without being moved comes off as a copy, ms. */
const COPY = 650

export function usePockets(cloth: Ref<HTMLElement | null>, act: (drop: Drop) => void) {
  /** The pocket whose copy is in hand. */
  const copied = ref("")
  let timer = 0

  useSortable(cloth, [], {
    group: "pockets",
    draggable: ".pocket",
    filter: ".more",
    preventOnFilter: false,
    animation: 120,
    delay: LIFT,
    delayOnTouchOnly: true,
    touchStartThreshold: 6,
    // The browser's own dragging knows no pen and no finger.
    forceFallback: true,
    fallbackOnBody: true,
    fallbackTolerance: 6,
    onChoose: ({ item }) => {
      timer = window.setTimeout(() => (copied.value = item.dataset.brush!), COPY)
    },
    onStart: () => {
      window.clearTimeout(timer)
      document.documentElement.dataset.dragging = "pocket"
    },
    onUnchoose: () => {
      window.clearTimeout(timer)
      // The click that follows a long hold opens nothing.
      window.setTimeout(() => (copied.value = ""))
    },
    onEnd: ({ item, from, to, oldIndex, newDraggableIndex }) => {
      delete document.documentElement.dataset.dragging
      // The page itself is moved by the store, so what the drag moved goes back first.
      item.remove()
      from.insertBefore(item, from.children[oldIndex!] ?? null)
      const { brush } = item.dataset
      const into = to.closest<HTMLElement>("[data-roll]")?.dataset.roll
      if (brush && into)
        act({ brush, roll: into, position: newDraggableIndex!, copy: copied.value === brush })
      copied.value = ""
    },
  })

  return { copied }
}
