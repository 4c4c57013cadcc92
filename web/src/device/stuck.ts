// What the server refused for good is held here until the person tries it again or lets go of it.
import { newId } from "@/documents/ids"
import type { Store } from "./store"

/** Carry a refused act once more, as a new one: the old one's answer is known. */
export function tryAgain(store: Store, id: string): Promise<void> {
  return store.transaction("rw", store.acts, store.stuck, async () => {
    const act = await store.stuck.get(id)
    if (!act) return
    const { account, kind, thing, base, body, at } = act
    await store.acts.add({ id: newId(), account, kind, thing, base, body, at })
    await store.stuck.delete(id)
  })
}

/** Let go of a refused act. What it had changed on this device is asked for anew. */
export function letGo(store: Store, id: string): Promise<void> {
  return store.transaction("rw", store.stuck, store.marks, async () => {
    await store.stuck.delete(id)
    await store.setMark("since", 0)
    await store.setMark("asked", newId())
  })
}
