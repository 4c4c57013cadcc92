// Keep a roll: made, renamed.
import { newId } from "@/documents/ids"
import { byPlace, placeAfter } from "@/documents/places"
import { noteRoll } from "@/device/note"
import type { Store, StoredRoll } from "@/device/store"

export function keepRoll(store: Store, roll: StoredRoll): Promise<void> {
  return store.transaction("rw", store.rolls, store.acts, async () => {
    await store.rolls.put(roll)
    await noteRoll(store, roll)
  })
}

/** Make a roll after all others; returns its id. */
export function makeRoll(store: Store, name: string): Promise<string> {
  return store.transaction("rw", store.rolls, store.acts, async () => {
    const others = (await store.rolls.toArray()).sort(byPlace)
    const id = newId()
    await keepRoll(store, { id, name, place: placeAfter(others) })
    return id
  })
}
