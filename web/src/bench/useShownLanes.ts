// The lanes that the brush on the bench is shown on: those that ship, a set of one's own, or a sheet's strokes.
import { computed, type Ref } from "vue"
import type { Store } from "@/device/store"
import type { Lane } from "@/engine/page/useLanes"
import type { OwnLane } from "@/pictures/ownLanes"
import { useSheetLane } from "./lanes/useSheetLane"

/** They stay the same ones while other settings move. */
export function useShownLanes(store: Store, set: Ref<string>, shipped: Ref<Lane[]>, own: Ref<OwnLane[]>) {
  const sheetLane = useSheetLane(store, set)
  return computed((): Lane[] => {
    if (sheetLane.value) return [sheetLane.value]
    const mine = own.value.filter((one) => one.set === set.value && !one.hidden)
    return set.value && mine.length > 0 ? mine : shipped.value
  })
}
