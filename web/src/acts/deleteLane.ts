// Delete a lane with its strokes; or take it apart, which is the undo of recording: its strokes lie loose again.
import type { Store } from "@/device/store"
import { note } from "@/device/note"

export function deleteLane(store: Store, lane: string): Promise<void> {
  return store.doing([store.lanes], async () => {
    await store.lanes.delete(lane)
    await note(store, "deleteLane", lane)
  })
}

export function takeLaneApart(store: Store, lane: string): Promise<void> {
  return store.doing([store.strokes, store.lanes], async () => {
    const strokes = await store.strokes.where("lane").equals(lane).primaryKeys()
    await store.strokes.where("lane").equals(lane).modify({ lane: null })
    await store.lanes.delete(lane)
    // Named, so that what comes from the server meanwhile does not put them back into the lane.
    await note(store, "takeLaneApart", lane, { strokes })
  })
}
