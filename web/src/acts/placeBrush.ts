// Put brushes into other pockets; and mark one.
import { noteMarks, notePlace, type BrushMarks } from "@/device/tables/brushes"
import { byPlace, placesBetween } from "@/documents/places"
import type { Store } from "@/device/store"

/** A pocket: of a roll, before the brush `before`, or the last one. */
export interface Pocket {
  roll: string
  before?: string | undefined
}

/** Where a brush was before it was put elsewhere. */
export type Placed = { id: string; roll: string; place: string }

/** Put brushes side by side into a roll, in the order given; returns where they were. */
export function placeBrushes(store: Store, ids: string[], { roll, before }: Pocket): Promise<Placed[]> {
  return store.doing([store.brushes], async () => {
    const moved = (await store.brushes.bulkGet(ids)).filter((one) => one !== undefined)
    const others = (await store.brushes.where("roll").equals(roll).toArray())
      .filter((one) => !ids.includes(one.id))
      .sort(byPlace)
    const at = others.findIndex((one) => one.id === before)
    const places = placesBetween(others, at < 0 ? others.length : at, moved.length)
    for (const [i, brush] of moved.entries()) {
      await putAt(store, { id: brush.id, roll, place: places[i]! })
    }
    return moved.map(({ id, roll, place }) => ({ id, roll, place }))
  })
}

/** Put brushes back to where they were. */
export function placeBack(store: Store, placed: Placed[]): Promise<void> {
  return store.doing([store.brushes], async () => {
    for (const one of placed) await putAt(store, one)
  })
}

async function putAt(store: Store, { id, roll, place }: Placed): Promise<void> {
  await store.brushes.update(id, { roll, place })
  await notePlace(store, { id, roll, place })
}

export function markBrush(store: Store, id: string, marks: BrushMarks): Promise<void> {
  return store.doing([store.brushes], async () => {
    await store.brushes.update(id, marks)
    await noteMarks(store, id, marks)
  })
}
