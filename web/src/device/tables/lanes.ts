// Lanes: named groups of strokes of one's own. Their strokes are rows of their own.
import { note } from "../note"
import type { Store } from "../store"
import type { Kind } from "./kind"

export interface StoredLane {
  id: string
  name: string
  set: string
  hidden: boolean
  /** Its place among all lanes. */
  position: number
}

/** Note that a lane is kept with strokes. */
export function noteLane(store: Store, lane: StoredLane, strokes: string[]): Promise<void> {
  const { name, set: set_name, hidden, position } = lane
  return note(store, "keepLane", lane.id, { name, set_name, hidden, position, strokes })
}

export const lanes: Kind<StoredLane> = {
  table: "lanes",
  keys: "id",
  merge: "set",
  acts: { keep: "keepLane", back: "putLaneBack", others: ["deleteLane", "takeLaneApart"] },
  read: (id, row) => ({
    id,
    name: row.name as string,
    set: row.set_name as string,
    hidden: row.hidden as boolean,
    position: row.position as number,
  }),
  keep: async (store, lane) =>
    noteLane(store, lane, await store.strokes.where("lane").equals(lane.id).primaryKeys()),
}
