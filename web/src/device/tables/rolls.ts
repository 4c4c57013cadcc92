// Rolls, in which brushes have their pockets.
import type { Tint } from "@/documents/tints"
import { note } from "../note"
import type { Store } from "../store"
import type { Kind, Row } from "./kind"

export interface StoredRoll extends Row {
  name: string
  note: string
  tint: Tint
  /** Its place among the rolls: a key between keys. */
  place: string
}

/** Note that a roll is kept. */
export function noteRoll(store: Store, { id, name, place, note: words, tint }: StoredRoll): Promise<void> {
  return note(store, "keepRoll", id, { name, place, note: words, tint })
}

export const rolls: Kind<StoredRoll> = {
  table: "rolls",
  keys: "id",
  merge: "last",
  acts: { keep: "keepRoll", back: "putRollBack", others: ["takeRoll"] },
  read: (id, row) => ({ ...row, id }) as StoredRoll,
  keep: noteRoll,
}
