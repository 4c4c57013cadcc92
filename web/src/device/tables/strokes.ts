// Strokes of one's own: loose on the sheet of a brush, or in a lane.
import { kindNumbered, type Stroke } from "@/documents/stroke"
import { KIND } from "@/generated/layout"
import { fromBase64 } from "../base64"
import { note } from "../note"
import type { Store } from "../store"
import type { Kind } from "./kind"

export interface StoredStroke extends Stroke {
  id: string
  /** The brush on whose bench it was drawn; "" where that is not known: an index finds no `null`. */
  brush: string
  over?: string
  /** Its place in the order, ms: never before what was drawn before it, whatever the clock says. */
  drawnAt: number
  lane: string | null
}

/** A stroke by itself, wherever it lies. */
export function strokeAlone(stored: StoredStroke): Omit<StoredStroke, "lane"> {
  const stroke: Partial<StoredStroke> = { ...stored }
  delete stroke.lane
  return stroke as Omit<StoredStroke, "lane">
}

/** Note that a stroke is kept; the carrier writes its samples as base64. */
export function noteStroke(store: Store, stroke: StoredStroke): Promise<void> {
  const { erase, seed, brush, over = "", layer = 0, size = null, dries = false, samples } = stroke
  const body = {
    kind: KIND[stroke.kind],
    erase,
    seed,
    brush: brush || null,
    over,
    layer,
    size,
    dries,
    samples,
  }
  return note(store, "keepStroke", stroke.id, { ...body, drawn_at: stroke.drawnAt })
}

export const strokes: Kind<StoredStroke> = {
  table: "strokes",
  keys: "id, brush, lane",
  merge: "set",
  acts: { keep: "keepStroke", back: "putStrokesBack", others: ["takeStrokes"] },
  read: (id, row) => ({
    id,
    kind: kindNumbered(row.kind as number),
    erase: row.erase as boolean,
    seed: row.seed as number,
    brush: (row.brush as string | null) ?? "",
    over: row.over as string,
    layer: row.layer as number,
    size: row.size as number | null,
    dries: row.dries as boolean,
    samples: fromBase64(row.samples as string),
    drawnAt: row.drawn_at as number,
    lane: row.lane as string | null,
  }),
  keep: noteStroke,
}
