// Strokes of a sheet: kept with the look they are inked with, inked otherwise, taken off, put back.
import { noteLook } from "@/device/tables/looks"
import { noteSheetStroke, storedStroke } from "@/device/tables/sheetStrokes"
import type { Inked, Look, SheetStroke } from "@/documents/sheet"
import { note } from "@/device/note"
import { type Store } from "@/device/store"

const within = (store: Store, act: () => Promise<void>): Promise<void> =>
  store.doing([store.looks, store.sheetStrokes], act)

async function keepLooks(store: Store, looks: Look[]): Promise<void> {
  for (const look of looks) {
    if (await store.looks.get(look.id)) continue
    await store.looks.add(look)
    await noteLook(store, look)
  }
}

/** Keep strokes, and the looks among theirs that are not kept yet. */
export function keepSheetStrokes(store: Store, strokes: SheetStroke[], looks: Look[]): Promise<void> {
  return within(store, async () => {
    await keepLooks(store, looks)
    await store.sheetStrokes.bulkPut(strokes.map(storedStroke))
    for (const one of strokes) await noteSheetStroke(store, one)
  })
}

/** Ink strokes otherwise; their samples stay as the hand made them. */
export function inkStrokes(store: Store, inked: ({ id: string } & Inked)[], looks: Look[]): Promise<void> {
  return within(store, async () => {
    await keepLooks(store, looks)
    const by = new Map(inked.map((one) => [one.id, one]))
    const there = (await store.sheetStrokes.bulkGet([...by.keys()])).flatMap((one) => one ?? [])
    await store.sheetStrokes.bulkPut(there.map((one) => storedStroke({ ...one, ...by.get(one.id)! })))
    await note(store, "inkStrokes", inked[0]!.id, { inked })
  })
}

/** Take strokes off their sheet, as one act however many they are. */
export function takeSheetStrokes(store: Store, strokes: string[]): Promise<void> {
  return within(store, async () => {
    await store.sheetStrokes.bulkDelete(strokes)
    await note(store, "takeSheetStrokes", strokes[0]!, { strokes })
  })
}

/** Undo of taking strokes off. */
export function putSheetStrokesBack(store: Store, strokes: SheetStroke[]): Promise<void> {
  return within(store, async () => {
    await store.sheetStrokes.bulkPut(strokes.map(storedStroke))
    await note(store, "putSheetStrokesBack", strokes[0]!.id, { strokes: strokes.map((one) => one.id) })
  })
}
