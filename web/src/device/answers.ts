// What becomes of an act that was answered.
import type { components } from "@/generated/api"
import { readBrush } from "./changes"
import type { Act, Store } from "./store"

type Answer = components["schemas"]["Answer"]

/** Done: it leaves. Stale: its thing has two states now. Gone: its thing was deleted elsewhere. */
export function answered(store: Store, act: Act, answer: Answer): Promise<void> {
  return store.transaction("rw", store.acts, store.brushes, async () => {
    const later = store.acts
      .where("thing")
      .equals(act.thing)
      .and((one) => one.kind === act.kind)
    if (answer.answer === "done") {
      await store.acts.delete(act.seq)
      if (answer.revision === undefined) return
      // What waits was made from this very state: one's own lost answer is no other device's change.
      await later.modify({ base: answer.revision })
      await store.brushes.update(act.thing, { revision: answer.revision, keptAt: Date.now() })
      return
    }
    // The state that the device has lies in the store; what waits to tell of it has no place to go any more.
    await later.delete()
    if (answer.answer === "gone") await store.brushes.update(act.thing, { gone: true })
    else if (answer.theirs) await store.brushes.update(act.thing, { theirs: readBrush(answer.theirs) })
  })
}
