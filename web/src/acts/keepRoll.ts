// Keep a roll: made, renamed, moved among the others.
import { newId } from "@/documents/ids"
import { byPlace, placeAfter, placeAt } from "@/documents/places"
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

/** Move a roll up (-1) or down (1) among the others. */
export function moveRoll(store: Store, id: string, by: -1 | 1): Promise<void> {
  return store.transaction("rw", store.rolls, store.acts, async () => {
    const rolls = (await store.rolls.toArray()).sort(byPlace)
    const at = rolls.findIndex((one) => one.id === id)
    const [roll] = rolls.splice(at, at < 0 ? 0 : 1)
    if (roll) await keepRoll(store, { ...roll, place: placeAt(rolls, Math.max(0, at + by)) })
  })
}
