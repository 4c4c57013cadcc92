// Keep a stroke of one's own: it lies loose on the sheet of the brush that it was drawn to try.
import { noteStroke } from "@/device/note"
import type { Store, StoredStroke } from "@/device/store"

export function keepStroke(store: Store, stroke: StoredStroke): Promise<void> {
  return store.transaction("rw", store.strokes, store.acts, async () => {
    await store.strokes.put(stroke)
    await noteStroke(store, stroke)
  })
}
