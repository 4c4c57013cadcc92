// Keep a sheet: made, renamed, its paper, layers, underlays and guides changed; choose between two states of it; take it
// away, and put it back.
import { t } from "@/words"
import { newId } from "@/documents/ids"
import type { SheetDocument } from "@/documents/sheet"
import { note } from "@/device/note"
import type { Store } from "@/device/store"
import { documentActs } from "./keepDocument"
import { noteOpened, noteSheet, type StoredSheet } from "@/device/tables/sheets"
import { noteSheetStroke } from "@/device/tables/sheetStrokes"

const MOST_NAME = 80

/** A choice is of documents: of names and notes the later act has its way already. */
const states = documentActs<StoredSheet>({
  table: (store) => store.sheets,
  note: (store, id, { document }, base) => noteSheet(store, id, { document }, base),
})
export const { keepMine: keepMySheet, takeTheirs: takeTheirSheet } = states

const within = <T>(store: Store, act: () => Promise<T>): Promise<T> =>
  store.doing([store.sheets, store.sheetStrokes, store.views], act)

/** Make a sheet; returns its id. */
export function makeSheet(store: Store, name: string, document: SheetDocument): Promise<string> {
  return within(store, async () => {
    const made = {
      id: newId(),
      name,
      note: "",
      document,
      usedAt: Date.now(),
      revision: 0,
      keptAt: Date.now(),
    }
    await store.sheets.add(made)
    await noteSheet(store, made.id, { name, note: "", document }, 0)
    await noteOpened(store, made.id, made.usedAt)
    return made.id
  })
}

/** Change what a sheet is called and what is noted of it: the later of two devices has its way. */
export function changeSheet(
  store: Store,
  id: string,
  parts: Partial<Pick<StoredSheet, "name" | "note">>,
): Promise<void> {
  return within(store, async () => {
    const sheet = await store.sheets.get(id)
    if (!sheet) return
    await store.sheets.update(id, parts)
    if (!sheet.gone) await noteSheet(store, id, parts, sheet.revision)
  })
}

/** Note that a sheet was opened just now. */
export function openedSheet(store: Store, id: string): Promise<void> {
  return within(store, async () => {
    const usedAt = Date.now()
    await store.sheets.update(id, { usedAt })
    await noteOpened(store, id, usedAt)
  })
}

/** Change parts of a sheet's document. Where it waits for a choice, that is what is carried. */
export function changePaper(store: Store, id: string, parts: Partial<SheetDocument>): Promise<void> {
  return within(store, async () => {
    const sheet = await store.sheets.get(id)
    if (!sheet) return
    const document = { ...sheet.document, ...parts }
    await store.sheets.put({ ...sheet, document })
    if (!sheet.theirs && !sheet.gone) await noteSheet(store, id, { document }, sheet.revision)
  })
}

/** Let both stand: this device's becomes a sheet of its own, with all that is drawn; returns its id. */
export function keepBothSheets(store: Store, id: string): Promise<string> {
  return within(store, async () => {
    const suffix = t("acts.this-device")
    const { name = "" } = (await store.sheets.get(id)) ?? {}
    const copy = await copySheet(store, id, `${name.slice(0, MOST_NAME - suffix.length)}${suffix}`)
    await takeTheirSheet(store, id)
    return copy
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
