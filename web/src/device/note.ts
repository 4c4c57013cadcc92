// Noting an act: in the transaction that does it on the device, so that neither is there without the other.
import { newId } from "@/documents/ids"
import { KIND } from "@/generated/layout"
import type { Act, Store, StoredLane, StoredStroke } from "./store"

/** Note an act for the carrier. Call it inside the transaction that changes the store; that must span `acts`. */
export async function note(
  store: Store,
  kind: string,
  thing: string,
  body: Record<string, unknown> = {},
): Promise<void> {
  const act: Omit<Act, "seq"> = { id: newId(), account: store.account, kind, thing, body, at: Date.now() }
  await store.acts.add(act)
}

/** Note that a stroke is kept; the carrier writes its samples as base64. */
export function noteStroke(store: Store, stroke: StoredStroke): Promise<void> {
  const { erase, seed, brush = null, over = "", layer = 0, size = null, dries = false, samples } = stroke
  const told = { kind: KIND[stroke.kind], erase, seed, brush, over, layer, size, dries, samples }
  return note(store, "keepStroke", stroke.id, { ...told, drawn_at: stroke.drawnAt })
}

/** Note that a lane is kept with strokes. */
export function noteLane(store: Store, lane: StoredLane, strokes: string[]): Promise<void> {
  const { name, set: set_name, hidden, position } = lane
  return note(store, "keepLane", lane.id, { name, set_name, hidden, position, strokes })
}
