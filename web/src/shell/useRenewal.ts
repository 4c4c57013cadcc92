// A page of an older build says so, and takes the new one in when the pen rests or nobody looks.
import { useDocumentVisibility, useIdle } from "@vueuse/core"
import { computed, watch } from "vue"
import { renewed } from "@/api/build"
import { api, reach } from "@/api/client"
import { installed, lookForNew, renew, waits } from "./installed"
import { notice } from "@/parts/notice"

/** Hands that rest this long, ms, are not in the middle of anything. */
export const REST = 20_000

export function useRenewal(reload = renew): void {
  const { idle } = useIdle(REST, { events: ["pointerdown", "pointermove", "keydown", "wheel"] })
  const visibility = useDocumentVisibility()
  /** What lies on the device is what a page begins with: the new version must have come before. */
  const ready = computed(() => waits.value || (renewed.value && !installed()))
  const due = computed(() => ready.value && (idle.value || visibility.value === "hidden"))

  watch(renewed, (now) => now && lookForNew())
  watch(ready, (now) => {
    if (!now) return
    const atOnce = { label: "Now", act: reload }
    notice("Hollowmist was renewed. This page takes the new one in when your pen rests.", atOnce)
  })
  watch(due, (now) => now && reload())
  // A page that lay in the background asks what there is.
  watch(visibility, (now) => {
    if (now === "visible") void reach(api.GET("/api/session"))
  })
}
