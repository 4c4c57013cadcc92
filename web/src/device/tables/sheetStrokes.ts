// Strokes on sheets, as the hand made them, and how they are inked.
import { inkedKey, type Inked, type SheetStroke } from "@/documents/sheet"
import { kindNumbered } from "@/documents/stroke"
import { KIND } from "@/generated/layout"
import { fromBase64 } from "../base64"
import { note } from "../note"
import type { Store } from "../store"
import type { Kind } from "./kind"

/** A stroke of a sheet, with a key of how it is inked: by that other tabs see what changed without reading samples. */
export type StoredSheetStroke = SheetStroke & { inked: string }

export const storedStroke = (stroke: SheetStroke): StoredSheetStroke => ({
  ...stroke,
  inked: inkedKey(stroke),
})

const inkedAs = ({ look, seed, layer = 0, size = null, ink, opacity }: SheetStroke): Inked => ({
  ...{ look, seed, layer, size, ink, opacity },
})

/** Note that a stroke of a sheet is kept. */
export function noteSheetStroke(store: Store, stroke: SheetStroke): Promise<void> {
  const { sheet, erase, dries = false, samples } = stroke
  const body = { sheet, kind: KIND[stroke.kind], erase, dries, samples, drawn_at: stroke.drawnAt }
  return note(store, "keepSheetStroke", stroke.id, { ...inkedAs(stroke), ...body })
}

export const sheetStrokes: Kind<StoredSheetStroke> = {
  table: "sheetStrokes",
  keys: "id, sheet, [sheet+inked]",
  merge: "set",
  parent: { table: "sheets", field: "sheet" },
  acts: {
    keep: "keepSheetStroke",
    back: "putSheetStrokesBack",
    others: ["inkStrokes", "takeSheetStrokes"],
  },
  needs: ({ sheet, look, inked = [] }) => [
    ...([sheet, look] as (string | undefined)[]),
    ...(inked as { look: string }[]).map((one) => one.look),
  ],
  read: (id, { kind, samples, drawn_at: drawnAt, ...row }) =>
    storedStroke({
      ...row,
      id,
      kind: kindNumbered(kind as number),
      samples: fromBase64(samples as string),
      drawnAt,
    } as SheetStroke),
  keep: noteSheetStroke,
}
