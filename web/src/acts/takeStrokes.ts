// Take strokes off the sheet, as one act however many they are; and its undo.
import type { Store, StoredStroke } from "@/device/store"
import { note } from "@/device/note"

export function takeStrokes(store: Store, strokes: string[]): Promise<void> {
  return store.transaction("rw", store.strokes, store.acts, async () => {
    await store.strokes.bulkDelete(strokes)
    await note(store, "takeStrokes", strokes[0]!, { strokes })
  })
}

export function putStrokesBack(store: Store, strokes: StoredStroke[]): Promise<void> {
  return store.transaction("rw", store.strokes, store.acts, async () => {
    await store.strokes.bulkPut(strokes)
    await note(store, "putStrokesBack", strokes[0]!.id, { strokes: strokes.map((one) => one.id) })
  })
}
