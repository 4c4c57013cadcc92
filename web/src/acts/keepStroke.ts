// Keep a stroke of one's own: it lies loose on the sheet of the brush that it was drawn to try.
import { noteStroke, type StoredStroke } from "@/device/tables/strokes"
import type { Store } from "@/device/store"

export function keepStroke(store: Store, stroke: StoredStroke): Promise<void> {
  return store.doing([store.strokes], async () => {
    await store.strokes.put(stroke)
    await noteStroke(store, stroke)
  })
}
