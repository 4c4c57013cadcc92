// A page of an older build says so, and takes the new one in when the pen rests or nobody looks: never from under
// anything that is in hand.
import { t } from "@/words"
import { useDocumentVisibility, useIdle, useIntervalFn } from "@vueuse/core"
import { computed, watch } from "vue"
import { renewed } from "@/api/build"
import { api, reach } from "@/api/client"
import { handsFree } from "@/device/inHand"
import { presentStore } from "@/device/useDevice"
import { notice } from "@/parts/notice"
import { installed, letIn, lookForNew, replaced, waits } from "./installed"

/** Hands that rest this long, ms, are not in the middle of anything. */
export const REST = 20_000
/** While a new version waits, it is looked every so often, ms, whether it may come in. */
const LOOK = 1000

/** What lies open over the page: a dialog, a menu. Whoever opened it is not done. */
const OPEN = ".el-overlay:not([style*='display: none']), .el-popover:not([style*='display: none'])"

/** Whether the page may begin anew. */
const mayEnd = (): boolean =>
  handsFree() && (presentStore.value?.rests ?? true) && document.querySelector(OPEN) === null

/** `reload` begins the page anew. */
export function useRenewal(reload = () => location.reload()): void {
  const { idle } = useIdle(REST, { events: ["pointerdown", "pointermove", "keydown", "wheel"] })
  const visibility = useDocumentVisibility()
  /** What lies on the device is what a page begins with: the new version must have come before. */
  const ready = computed(() => waits.value || replaced.value || (renewed.value && !installed()))
  const rests = computed(() => idle.value || visibility.value === "hidden")

  /** Whether somebody said *now*, whatever is open. */
  let sure = false

  function look(): void {
    if (!ready.value || !(sure || (rests.value && mayEnd()))) return
    // Once it has taken over, the page begins anew with it.
    if (waits.value && !replaced.value) letIn()
    else reload()
  }
  const looking = useIntervalFn(look, LOOK, { immediate: false })

  watch(renewed, (now) => now && lookForNew())
  watch(
    ready,
    (is) => {
      if (!is) return
      const now = () => {
        sure = true
        look()
      }
      notice(t("shell.hollowmist-was-renewed-this-page-takes"), {
        label: t("shell.now"),
        act: now,
      })
      looking.resume()
    },
    { immediate: true },
  )
  watch([rests, replaced], look)
  // A page that lay in the background asks what there is.
  watch(visibility, (now) => {
    if (now === "visible") void reach(api.GET("/api/session"))
  })
}
