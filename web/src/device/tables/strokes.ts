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
  const told = {
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
  return note(store, "keepStroke", stroke.id, { ...told, drawn_at: stroke.drawnAt })
}

export const strokes: Kind<StoredStroke> = {
  table: "strokes",
  keys: "id, brush, lane",
  merge: "set",
  acts: { keep: "keepStroke", back: "putStrokesBack", others: ["takeStrokes"] },
  read: (id, told) => ({
    id,
    kind: kindNumbered(told.kind as number),
    erase: told.erase as boolean,
    seed: told.seed as number,
    brush: (told.brush as string | null) ?? "",
    over: told.over as string,
    layer: told.layer as number,
    size: told.size as number | null,
    dries: told.dries as boolean,
    samples: fromBase64(told.samples as string),
    drawnAt: told.drawn_at as number,
    lane: told.lane as string | null,
  }),
  keep: noteStroke,
}
