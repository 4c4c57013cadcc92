// Keep a state of a brush as a checkpoint; label it; take it away and put it back.
import { noteCheckpoint, type StoredCheckpoint } from "@/device/tables/checkpoints"
import { newId } from "@/documents/ids"
import { note } from "@/device/note"
import type { Store } from "@/device/store"
import { dequal } from "dequal"

/** Of those that make themselves, so many stay for each brush. */
const MOST_BY_THEMSELVES = 60

const within = <T>(store: Store, act: () => Promise<T>): Promise<T> => store.doing([store.checkpoints], act)

export type NewCheckpoint = Omit<StoredCheckpoint, "id" | "madeAt" | "label"> & { label?: string }

/**
 * Keep a state. One that makes itself is left out where the brush's last checkpoint has it already, and lets the oldest
 * of its kind go where there are very many. Returns it, or the one that has the state already.
 */
export function keepCheckpoint(store: Store, made: NewCheckpoint): Promise<StoredCheckpoint> {
  return within(store, async () => {
    const known = (await store.checkpoints.where("brush").equals(made.brush).toArray()).sort(byTime)
    const last = known.at(-1)
    if (made.why !== "hand" && last && dequal(last.document, made.document)) return last
    // Never before what was made before it, whatever the clock says.
    const madeAt = Math.max(Date.now(), (last?.madeAt ?? 0) + 1)
    const checkpoint = { label: "", ...made, id: newId(), madeAt }
    await store.checkpoints.put(checkpoint)
    await noteCheckpoint(store, checkpoint)
    const byThemselves = known.filter((one) => !one.label && (one.why === "visit" || one.why === "change"))
    if (made.why !== "hand" && byThemselves.length >= MOST_BY_THEMSELVES) {
      await takeCheckpoint(store, byThemselves[0]!.id)
    }
    return checkpoint
  })
}

export function byTime(a: StoredCheckpoint, b: StoredCheckpoint): number {
  return a.madeAt - b.madeAt || (a.id < b.id ? -1 : 1)
}

export function labelCheckpoint(store: Store, checkpoint: StoredCheckpoint, label: string): Promise<void> {
  return within(store, async () => {
    const now = { ...checkpoint, label }
    await store.checkpoints.put(now)
    await noteCheckpoint(store, now)
  })
}

export function takeCheckpoint(store: Store, id: string): Promise<void> {
  return within(store, async () => {
    await store.checkpoints.delete(id)
    await note(store, "takeCheckpoint", id)
  })
}

export function putCheckpointBack(store: Store, checkpoint: StoredCheckpoint): Promise<void> {
  return within(store, async () => {
    await store.checkpoints.put(checkpoint)
    await note(store, "putCheckpointBack", checkpoint.id)
  })
}
