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
  read: (id, told) => ({
    id,
    name: told.name as string,
    set: told.set_name as string,
    hidden: told.hidden as boolean,
    position: told.position as number,
  }),
  keep: async (store, lane) =>
    noteLane(store, lane, await store.strokes.where("lane").equals(lane.id).primaryKeys()),
}
