// The light of the room: the one that was chosen, else the one that the device wishes.
import { usePreferredContrast, usePreferredDark } from "@vueuse/core"
import { computed, type ComputedRef } from "vue"
import { useSession } from "./useSession"

export type Light = "fog" | "daylight" | "lamp"

export function useLight(): ComputedRef<Light> {
  const session = useSession()
  const dark = usePreferredDark()
  const contrast = usePreferredContrast()
  return computed(() => {
    const chosen = session.account?.theme ?? "system"
    if (chosen !== "system") return chosen
    // Daylight is the one with the most contrast.
    if (contrast.value === "more") return "daylight"
    return dark.value ? "lamp" : "fog"
  })
}
