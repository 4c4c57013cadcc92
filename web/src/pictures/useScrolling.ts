// Whether anything on the page is being scrolled: nothing is inked meanwhile that is only looked at.
import { createSharedComposable, useEventListener, useTimeoutFn } from "@vueuse/core"
import { shallowRef } from "vue"

/** What was not scrolled for so long rests, ms. */
const REST = 120

export const useScrolling = createSharedComposable(() => {
  const scrolling = shallowRef(false)
  const { start } = useTimeoutFn(() => (scrolling.value = false), REST, { immediate: false })
  useEventListener(
    window,
    "scroll",
    () => {
      scrolling.value = true
      start()
    },
    { capture: true, passive: true },
  )
  return scrolling
})
