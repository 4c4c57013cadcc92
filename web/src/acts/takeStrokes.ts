// Take strokes off the sheet, as one act however many they are; and its undo.
import type { StoredStroke } from "@/device/tables/strokes"
import type { Store } from "@/device/store"
import { note } from "@/device/note"

export function takeStrokes(store: Store, strokes: string[]): Promise<void> {
  return store.doing([store.strokes], async () => {
    await store.strokes.bulkDelete(strokes)
    await note(store, "takeStrokes", strokes[0]!, { strokes })
  })
}

export function putStrokesBack(store: Store, strokes: StoredStroke[]): Promise<void> {
  return store.doing([store.strokes], async () => {
    await store.strokes.bulkPut(strokes)
    await note(store, "putStrokesBack", strokes[0]!.id, { strokes: strokes.map((one) => one.id) })
  })
}
