// Keep a roll: made, renamed, moved among the others.
import { noteRoll, type StoredRoll } from "@/device/tables/rolls"
import { newId } from "@/documents/ids"
import { byPlace, placeAfter, placeAt } from "@/documents/places"
import { note } from "@/device/note"
import type { Store } from "@/device/store"

export function keepRoll(store: Store, roll: StoredRoll): Promise<void> {
  return store.doing([store.rolls], async () => {
    await store.rolls.put(roll)
    await noteRoll(store, roll)
  })
}

/** Make a roll after all others, or after one of them; returns its id. */
export function makeRoll(
  store: Store,
  made: Partial<StoredRoll> & { name: string },
  after?: string,
): Promise<string> {
  return store.doing([store.rolls], async () => {
    const others = (await store.rolls.toArray()).sort(byPlace)
    const id = newId()
    await keepRoll(store, { note: "", tint: "", ...made, id, place: placeAfter(others, after) })
    return id
  })
}

/** Change what a roll is called, what is noted of it, or what it is dyed with. */
export function changeRoll(store: Store, id: string, parts: Partial<StoredRoll>): Promise<void> {
  return store.doing([store.rolls], async () => {
    const roll = await store.rolls.get(id)
    if (roll) await keepRoll(store, { ...roll, ...parts })
  })
}

/** Move a roll up (-1) or down (1) among the others. */
export function moveRoll(store: Store, id: string, by: -1 | 1): Promise<void> {
  return store.doing([store.rolls], async () => {
    const rolls = (await store.rolls.toArray()).sort(byPlace)
    const at = rolls.findIndex((one) => one.id === id)
    const [roll] = rolls.splice(at, at < 0 ? 0 : 1)
    if (roll) await keepRoll(store, { ...roll, place: placeAt(rolls, Math.max(0, at + by)) })
  })
}

/** Take a roll away with the brushes in it. */
export function takeRoll(store: Store, id: string): Promise<void> {
  return store.doing([store.rolls], async () => {
    await store.rolls.delete(id)
    await note(store, "takeRoll", id)
  })
}

/** Put a roll back that was taken away; its brushes have stayed in it. */
export function putRollBack(store: Store, roll: StoredRoll): Promise<void> {
  return store.doing([store.rolls], async () => {
    await store.rolls.put(roll)
    await note(store, "putRollBack", roll.id)
  })
}
