// What becomes of an act that was answered.
import type { Table } from "dexie"
import type { components } from "@/generated/api"
import { readDocument } from "./changes"
import { DOCUMENTS, type Act, type Store } from "./store"

type Answer = components["schemas"]["Answer"]

/** Done: it leaves. Stale: its thing has two states now. Gone: its thing was deleted elsewhere. */
export function answered(store: Store, act: Act, answer: Answer): Promise<void> {
  return store.transaction("rw", store.acts, store.brushes, store.sources, async () => {
    const name = DOCUMENTS[act.kind as keyof typeof DOCUMENTS] as "brushes" | "sources" | undefined
    if (!name) return store.acts.delete(act.seq)
    const table = store[name] as Table
    const later = store.acts
      .where("thing")
      .equals(act.thing)
      .and((one) => one.kind === act.kind)
    if (answer.answer === "done") {
      await store.acts.delete(act.seq)
      const { revision, picture } = answer
      // What waits was made from this very state: one's own lost answer is no other device's change.
      const waits = await later.modify({ base: revision })
      // The picture of a state that was left meanwhile is of no use.
      await table.update(act.thing, { revision, keptAt: Date.now(), ...(picture && !waits && { picture }) })
      return
    }
    // The state that the device has lies in the store; what waits to tell of it has no place to go any more.
    await later.delete()
    if (answer.answer === "gone") await table.update(act.thing, { gone: true })
    else if (answer.theirs) await table.update(act.thing, { theirs: readDocument(answer.theirs) })
  })
}
