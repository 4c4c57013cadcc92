// Long rolls lie open from their first pockets on: the rest come in the frames after, some at a time.
import { useRafFn } from "@vueuse/core"
import { computed, ref, toValue, watch, type MaybeRefOrGetter } from "vue"

/** Pockets that show at once: what a screen holds. */
const FIRST = 32
/** Pockets that a frame can take. */
const EACH = 12

/** The first of what is given, and soon all of it; from the beginning whenever `begun` comes true. */
export function useSlices<T>(all: MaybeRefOrGetter<readonly T[]>, begun: MaybeRefOrGetter<boolean>) {
  const most = ref(FIRST)
  const { pause, resume } = useRafFn(
    () => {
      most.value += EACH
      if (most.value >= toValue(all).length) pause()
    },
    { immediate: false },
  )
  watch(
    () => toValue(begun),
    (now) => {
      most.value = FIRST
      if (now) resume()
      else pause()
    },
    { immediate: true },
  )
  // What is put in later shows at once.
  watch(
    () => toValue(all).length,
    (now, before) => {
      if (most.value >= before) most.value = Math.max(most.value, now)
    },
  )
  return computed(() => toValue(all).slice(0, most.value))
}
