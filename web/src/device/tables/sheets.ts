// Sheets: their paper, layers, underlays and guides. What is drawn on them are rows of their own.
import type { SheetDocument } from "@/documents/sheet"
import { note, noteLatest } from "../note"
import type { Store } from "../store"
import { readDocument, type Kept, type Kind } from "./kind"

/** A state of a sheet that the server keeps. */
export interface KeptSheet {
  name: string
  note: string
  document: SheetDocument
  /** When it was last opened, ms since 1970. */
  usedAt: number
  revision: number
  keptAt: number
}

export interface StoredSheet extends KeptSheet, Kept {
  theirs?: KeptSheet
}

/**
 * Note what of a sheet was changed: of its name and note the later act has its way, its document is made from the state
 * with the revision `base`. What is not told stays as it is.
 */
export function noteSheet(
  store: Store,
  id: string,
  parts: Partial<Pick<KeptSheet, "name" | "note" | "document">>,
  base: number,
): Promise<void> {
  return noteLatest(store, "keepSheet", id, base, { ...parts }, (was) => ({ ...was, ...parts }))
}

/** Note when a sheet was last opened. */
export const noteOpened = (store: Store, id: string, usedAt: number): Promise<void> =>
  note(store, "markSheet", id, { used_at: usedAt })

export const sheets: Kind<StoredSheet> = {
  table: "sheets",
  keys: "id",
  merge: "document",
  acts: { keep: "keepSheet", back: "putSheetBack", others: ["markSheet", "takeSheet"] },
  read: (id, row) => ({ ...readDocument<KeptSheet>(row), id }),
  async keep(store, { id, name, note: words, document, usedAt }, base) {
    await noteSheet(store, id, { name, note: words, document }, base)
    await noteOpened(store, id, usedAt)
  },
  pictures: ({ document }) => document.underlays.map(({ picture }) => picture),
}
