// Keep a sheet: made, renamed, its paper, layers, underlays and guides changed; taken away, and put back.
import { noteSheetStroke } from "@/device/tables/sheetStrokes"
import { noteSheet, type StoredSheet } from "@/device/tables/sheets"
import { newId } from "@/documents/ids"
import type { SheetDocument } from "@/documents/sheet"
import { note } from "@/device/note"
import type { Store } from "@/device/store"

const within = <T>(store: Store, act: () => Promise<T>): Promise<T> =>
  store.doing([store.sheets, store.sheetStrokes, store.views], act)

/** Make a sheet; returns its id. */
export function makeSheet(store: Store, name: string, document: SheetDocument): Promise<string> {
  return within(store, async () => {
    const sheet: StoredSheet = { id: newId(), name, note: "", document, usedAt: Date.now() }
    await store.sheets.add(sheet)
    await noteSheet(store, sheet.id, sheet)
    return sheet.id
  })
}

/** Change what a sheet is called, or when it was opened. */
export function changeSheet(
  store: Store,
  id: string,
  parts: Partial<Omit<StoredSheet, "id" | "document">>,
): Promise<void> {
  return within(store, async () => {
    await store.sheets.update(id, parts)
    await noteSheet(store, id, parts)
  })
}

/** Change parts of a sheet's document: other devices may change others of them meanwhile. */
export function changePaper(store: Store, id: string, parts: Partial<SheetDocument>): Promise<void> {
  return within(store, async () => {
    const sheet = await store.sheets.get(id)
    if (!sheet) return
    await store.sheets.put({ ...sheet, document: { ...sheet.document, ...parts } })
    await noteSheet(store, id, { document: parts as SheetDocument })
  })
}

/** Copy a sheet with all that is on it; returns the copy's id. */
export function copySheet(store: Store, id: string, name: string): Promise<string> {
  return within(store, async () => {
    const sheet = await store.sheets.get(id)
    if (!sheet) return ""
    const copy = await makeSheet(store, name, sheet.document)
    const strokes = await store.sheetStrokes.where("sheet").equals(id).toArray()
    const copies = strokes.map((one) => ({ ...one, id: newId(), sheet: copy }))
    await store.sheetStrokes.bulkAdd(copies)
    for (const one of copies) await noteSheetStroke(store, one)
    const view = await store.views.get(id)
    if (view) await store.views.put({ ...view, id: copy })
    return copy
  })
}

/** Take a sheet away with all that is on it. */
export function takeSheet(store: Store, id: string): Promise<void> {
  return within(store, async () => {
    await store.sheets.delete(id)
    await note(store, "takeSheet", id)
  })
}

/** Put a sheet back that was taken away; its strokes have stayed. */
export function putSheetBack(store: Store, sheet: StoredSheet): Promise<void> {
  return within(store, async () => {
    await store.sheets.put(sheet)
    await note(store, "putSheetBack", sheet.id)
  })
}
