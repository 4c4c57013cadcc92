// Looks: brushes as they were when strokes of sheets were inked with them. They never change.
import type { Look } from "@/documents/sheet"
import { note } from "../note"
import type { Store } from "../store"
import { shownBy } from "./brushes"
import type { Kind } from "./kind"

/** Note that a look is kept. */
export function noteLook(store: Store, { id, brush, name, document }: Look): Promise<void> {
  return note(store, "keepLook", id, { brush, name, document })
}

export const looks: Kind<Look> = {
  table: "looks",
  keys: "id, brush",
  merge: "set",
  acts: { keep: "keepLook" },
  read: (id, row) => ({ ...row, id }) as unknown as Look,
  keep: noteLook,
  pictures: shownBy,
}
