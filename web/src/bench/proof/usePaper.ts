// The paper at hand, on this device: what sizes in mm refer to.
import { inDigits } from "@/words"
import { useLocalStorage } from "@vueuse/core"
import { computed } from "vue"
import { MM_PER_INCH, PAPERS } from "@/generated/layout"

export function usePaper() {
  const key = useLocalStorage<string>("paper at hand", PAPERS[1].key)
  const paper = computed({
    get: () => PAPERS.find((one) => one.key === key.value) ?? PAPERS[1],
    set: (one: { key: string }) => (key.value = one.key),
  })
  const inMm = (px: number) => `${inDigits((px / paper.value.dpi) * MM_PER_INCH, 1)} mm`
  return { paper, inMm }
}
