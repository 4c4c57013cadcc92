// The rolls with their brushes, in order, as they are on this device.
import type { StoredBrush } from "./tables/brushes"
import type { StoredRoll } from "./tables/rolls"
import { byPlace } from "@/documents/places"
import type { Store } from "./store"
import { useLive } from "./useLive"

export interface FilledRoll extends StoredRoll {
  brushes: StoredBrush[]
}

/** As they were last: shown until they have been read, which takes a while where there are hundreds. */
const last = new WeakMap<Store, FilledRoll[]>()

export function useRollList(store: Store) {
  return useLive(
    async (): Promise<FilledRoll[]> => {
      const [rolls, brushes] = [await store.rolls.toArray(), await store.brushes.toArray()]
      brushes.sort(byPlace)
      const filled = rolls.map((roll) => ({
        ...roll,
        brushes: brushes.filter((one) => one.roll === roll.id),
      }))
      filled.sort(byPlace)
      last.set(store, filled)
      return filled
    },
    last.get(store) ?? [],
  )
}
