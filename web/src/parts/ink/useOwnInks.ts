// Inks that a person keeps as swatches, on this device: the same ones wherever an ink is chosen.
import { createGlobalState, useLocalStorage } from "@vueuse/core"

/** Most inks that are kept; the one kept longest ago makes room. */
const MOST = 12

export const useOwnInks = createGlobalState(() => {
  const inks = useLocalStorage<string[]>("own inks", [])

  function keep(ink: string): void {
    inks.value = [...inks.value.filter((one) => one !== ink), ink].slice(-MOST)
  }

  function letGo(ink: string): void {
    inks.value = inks.value.filter((one) => one !== ink)
  }

  return { inks, keep, letGo }
})
