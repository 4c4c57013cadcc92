// What a pocket's picture shows, at the screen's own pixels, once it is in sight: asked for as it changes.
import type { BrushDocument } from "@/documents/brush"
import type { KeptStroke } from "@/documents/stroke"
import type { PocketPicture, ShownOn } from "@/engine/pictures/pockets"
import {
  createSharedComposable,
  useDevicePixelRatio,
  useElementVisibility,
  useResizeObserver,
} from "@vueuse/core"
import { dequal } from "dequal"
import { computed, ref, shallowRef, toRaw, toValue, watch, type Ref } from "vue"
import type { Inking } from "./inkedBefore"
import { shownOn } from "./shownOn"
import { usePocketWish, asWished } from "./usePocketWish"
import { useScrolling } from "./useScrolling"

export interface Pocketed {
  /** The person's own way to see a stroke; or strokes that are given, with the room that they need or a room of theirs. */
  which: "stroke" | PocketPicture | KeptStroke[] | ShownOn
  document: BrushDocument
  /** Whether it is in sight or near it, where whoever shows it knows; else it looks itself. */
  near?: boolean | undefined
}

/** Hundreds of pictures need not each look for another screen. */
const usePixelRatio = createSharedComposable(useDevicePixelRatio)

/** px of the page; told after layout: asking for it would lay out the page once for each of hundreds of pictures. */
function useToldSize(element: Ref<HTMLElement | null>) {
  const size = shallowRef({ width: 0, height: 0 })
  useResizeObserver(element, ([entry]) => (size.value = entry!.contentRect))
  return size
}

/**
 * Have `show` called with what `ink` makes, or with what `there` has already. While what is wished changes on, what came
 * of the last wish is better than nothing; what comes too late is given to `leave`.
 */
export function usePocketInking<T>(
  element: Ref<HTMLElement | null>,
  pocketed: Pocketed,
  ink: (inking: Inking) => Promise<T | undefined>,
  show: (picture: T) => void,
  leave: (picture: T) => void,
  there: (inking: Inking) => T | undefined = () => undefined,
) {
  const visible = pocketed.near === undefined ? useElementVisibility(element) : () => pocketed.near
  const size = useToldSize(element)
  const { pixelRatio } = usePixelRatio()
  const scrolling = useScrolling()
  const busy = ref(false)
  const { wish: liked, strokes } = usePocketWish()
  const document = computed(() =>
    pocketed.which === "stroke" ? asWished(pocketed.document, liked.value) : pocketed.document,
  )
  const on = computed(() => {
    const which = pocketed.which === "stroke" ? (strokes.value ?? "upright") : pocketed.which
    if (!Array.isArray(which)) return which
    return shownOn(which, Number(document.value.size)) ?? "upright"
  })
  const wish = computed(() => ({
    document: document.value,
    which: on.value,
    across: Math.round(size.value.width * pixelRatio.value),
    down: Math.round(size.value.height * pixelRatio.value),
    seen: toValue(visible) && !scrolling.value,
    // A worker that was started anew has nothing to do with it: what is drawn stays.
  }))
  /** Counts the wishes, and tells which one is drawn. */
  let asked = 0
  let drawn = 0
  let shown: Inking | undefined

  function take(picture: T | undefined, mine: number, inking: Inking): void {
    if (mine < drawn || !element.value) {
      if (picture) leave(picture)
      return
    }
    drawn = mine
    busy.value = mine !== asked
    if (!picture) return
    shown = inking
    show(picture)
  }

  watch(
    wish,
    async (now) => {
      const { document, which, across, down, seen } = now
      if (!seen || across < 1 || down < 1) return
      // The store tells of all brushes anew whenever one changes.
      const before = shown
      const alike = before?.which === which && before.across === across && before.down === down
      if (alike && dequal(before.document, document)) return
      const inking = { which: toRaw(which), document: toRaw(document), across, down }
      const mine = ++asked
      const ready = there(inking)
      if (ready) return take(ready, mine, inking)
      busy.value = true
      take(await ink(inking), mine, inking)
    },
    { immediate: true },
  )
  return { busy }
}
