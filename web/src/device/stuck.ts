// What the server refused for good is held here until the person tries it again or lets go of it.
import { newId } from "@/documents/ids"
import type { Store } from "./store"

/** Carry a refused act once more, as a new one: the old one's answer is known. */
export function tryAgain(store: Store, id: string): Promise<void> {
  return store.transaction("rw", store.acts, store.stuck, async () => {
    const act = await store.stuck.get(id)
    if (!act) return
    const { account, kind, thing, body, at } = act
    await store.acts.add({ id: newId(), account, kind, thing, body, at })
    await store.stuck.delete(id)
  })
}

export async function letGo(store: Store, id: string): Promise<void> {
  await store.stuck.delete(id)
}
