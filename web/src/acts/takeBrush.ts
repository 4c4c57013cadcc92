// Take a brush out of its pocket; and the undo of it.
import type { StoredBrush } from "@/device/tables/brushes"
import { note } from "@/device/note"
import type { Store } from "@/device/store"

export function takeBrush(store: Store, id: string): Promise<void> {
  return store.doing([store.brushes], async () => {
    await store.brushes.delete(id)
    await note(store, "takeBrush", id)
  })
}

export function putBrushBack(store: Store, brush: StoredBrush): Promise<void> {
  return store.doing([store.brushes], async () => {
    await store.brushes.put(brush)
    await note(store, "putBrushBack", brush.id)
  })
}
