// Kept states of brushes.
import type { BrushDocument } from "@/documents/brush"
import { note } from "../note"
import type { Store } from "../store"
import { shownBy } from "./brushes"
import type { Kind } from "./kind"

/** What a checkpoint was made for. */
export type Why = "hand" | "visit" | "change" | "elsewhere" | "first"

/** A kept state of a brush, to return to or compare with. */
export interface StoredCheckpoint {
  id: string
  brush: string
  label: string
  why: Why
  document: BrushDocument
  /** When it was made, ms since 1970. */
  madeAt: number
}

/** Note that a checkpoint is kept. */
export function noteCheckpoint(store: Store, checkpoint: StoredCheckpoint): Promise<void> {
  const { id, brush, label, why, document, madeAt: made_at } = checkpoint
  return note(store, "keepCheckpoint", id, { brush, label, why, document, made_at })
}

export const checkpoints: Kind<StoredCheckpoint> = {
  table: "checkpoints",
  keys: "id, brush",
  merge: "set",
  parent: { table: "brushes", field: "brush" },
  acts: { keep: "keepCheckpoint", back: "putCheckpointBack", others: ["takeCheckpoint"] },
  needs: ({ brush }) => [brush as string | undefined],
  read: (id, { made_at: madeAt, ...row }) => ({ ...row, id, madeAt }) as StoredCheckpoint,
  keep: noteCheckpoint,
  pictures: shownBy,
}
