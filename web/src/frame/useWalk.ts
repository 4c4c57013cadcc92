// The first steps of somebody new: which of them one is at on this device, if any.
import { createGlobalState, useLocalStorage } from "@vueuse/core"

export const useWalk = createGlobalState(() => {
  const at = useLocalStorage("first steps", -1)
  return {
    at,
    begin: () => void (at.value = 0),
    leave: () => void (at.value = -1),
  }
})
