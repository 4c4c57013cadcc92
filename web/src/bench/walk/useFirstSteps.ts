// Goes on from step to step as each is done; what is spoken of is found on the page.
import { t } from "@/words"
import { computed, shallowRef, watch, type Ref } from "vue"
import { useWalk } from "@/frame/useWalk"
import { notice } from "@/parts/notice"
import type { Bench } from "../useBench"
import { STEPS } from "./steps"

export function useFirstSteps(bench: Bench, tray: Ref<string | undefined>) {
  const { at, leave } = useWalk()
  const step = computed(() => (bench.state.value ? STEPS[at.value] : undefined))
  const inTray = computed(() => Boolean(step.value?.tray && tray.value === step.value.tray.key))
  const says = computed(() => (inTray.value ? step.value?.tray?.says : step.value?.says))
  const target = shallowRef<HTMLElement>()
  let was: unknown

  watch(
    step,
    (now) => {
      was = now?.of(bench)
    },
    { immediate: true },
  )
  watch(
    () => step.value?.of(bench),
    (now) => {
      if (!step.value?.done(was, now)) return
      at.value++
      if (at.value < STEPS.length) return
      leave()
      notice(t("bench.this-brush-is-yours-settings-first"))
    },
  )
  watch(
    [step, inTray, tray],
    () => {
      // An open tray is not to be covered: the sentence stands above it.
      const selector = tray.value && step.value?.placement === "top" ? ".readings" : step.value?.target
      target.value = selector ? (document.querySelector<HTMLElement>(selector) ?? undefined) : undefined
    },
    { immediate: true, flush: "post" },
  )
  return { step, says, target, number: computed(() => at.value + 1), of: STEPS.length, leave }
}
