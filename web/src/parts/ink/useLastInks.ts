// The last two inks that were in use before the one that is.
import { useLocalStorage } from "@vueuse/core"
import { computed, watch, type Ref } from "vue"

const MOST = 3

export function useLastInks(ink: Ref<string>) {
  const used = useLocalStorage<string[]>("hollowmist-inks", ["#1e2a2d", "#24506e", "#8a3b22"])
  watch(
    ink,
    (now, before) => {
      if (before)
        used.value = [before, ...used.value.filter((one) => one !== before && one !== now)].slice(0, MOST)
    },
    { flush: "sync" },
  )
  return computed(() => used.value.filter((one) => one !== ink.value).slice(0, 2))
}
