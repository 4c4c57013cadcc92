// Keep a lane as it is wished: recorded, renamed, moved, hidden; and put one back that was taken away.
import { type StoredLane, noteLane } from "@/device/tables/lanes"
import { note } from "@/device/note"
import type { Store } from "@/device/store"

/** The lanes in their order. */
export async function lanesInOrder(store: Store): Promise<StoredLane[]> {
  return (await store.lanes.toArray()).sort((a, b) => a.position - b.position || (a.id < b.id ? -1 : 1))
}

async function renumber(store: Store, lanes: StoredLane[]): Promise<void> {
  await store.lanes.bulkPut(lanes.map((one, position) => ({ ...one, position })))
}

/** Keep a lane at its position among all; those of `strokes` that lie loose come to lie in it. */
export function keepLane(store: Store, lane: StoredLane, strokes: string[]): Promise<void> {
  return store.doing([store.strokes, store.lanes], async () => {
    const others = (await lanesInOrder(store)).filter((one) => one.id !== lane.id)
    others.splice(lane.position, 0, lane)
    await renumber(store, others)
    await store.strokes
      .where("id")
      .anyOf(strokes)
      .modify((one) => {
        one.lane ??= lane.id
      })
    await noteLane(store, lane, strokes)
  })
}

/** Put a lane back that was deleted or taken apart, at its position, with its strokes. */
export function putLaneBack(store: Store, lane: StoredLane, strokes: string[]): Promise<void> {
  return store.doing([store.strokes, store.lanes], async () => {
    await note(store, "putLaneBack", lane.id)
    await keepLane(store, lane, strokes)
  })
}
