// A page of an older build says so, and takes the new one in when the pen rests or nobody looks.
import { useDocumentVisibility, useIdle } from "@vueuse/core"
import { computed, watch } from "vue"
import { renewed } from "@/api/build"
import { api, reach } from "@/api/client"
import { notice } from "./notice"

/** Hands that rest this long, ms, are not in the middle of anything. */
export const REST = 20_000

export function useRenewal(reload = () => location.reload()): void {
  const { idle } = useIdle(REST, { events: ["pointerdown", "pointermove", "keydown", "wheel"] })
  const visibility = useDocumentVisibility()
  const due = computed(() => renewed.value && (idle.value || visibility.value === "hidden"))

  watch(renewed, (now) => {
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
