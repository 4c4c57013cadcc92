// What the server refused for good is held here until the person tries it again or lets go of it.
import { newId } from "@/documents/ids"
import { note } from "./note"
import type { Store, StuckAct } from "./store"

/** Carry an act that was held once more, as a new one: the old one's answer is known. */
async function anew(store: Store, { id, kind, thing, base, body, at }: StuckAct): Promise<void> {
  await note(store, kind, thing, body, { id: newId(), base, at })
  await store.stuck.delete(id)
}

export function tryAgain(store: Store, id: string): Promise<void> {
  return store.transaction("rw", [...store.noted, store.stuck], async () => {
    const act = await store.stuck.get(id)
    if (act) await anew(store, act)
  })
}

/** Do what was held because things were gone, once all of these are back; within a transaction. */
export async function doWhatIsBack(store: Store, back: ReadonlySet<string>): Promise<void> {
  const held = await store.stuck.filter(({ lost = [] }) => lost.some((one) => back.has(one))).toArray()
  for (const act of held.sort((a, b) => (a.order ?? 0) - (b.order ?? 0))) {
    const lost = act.lost!.filter((one) => !back.has(one))
    if (lost.length > 0) await store.stuck.update(act.id, { lost })
    else await anew(store, act)
  }
}

/** Let go of what was held because things were gone; within a transaction. */
export async function dropHeld(store: Store, gone: ReadonlySet<string>): Promise<void> {
  await store.stuck.filter(({ lost = [] }) => lost.some((one) => gone.has(one))).delete()
}

/**
 * Have this device stand as the server has it, but for what waits: what was let go of may have changed, or made, what
 * the server never heard of. Within a transaction.
 */
export async function standAnew(store: Store): Promise<void> {
  await store.setMark("stand anew", newId())
  await store.setMark("asked", newId())
}

/** Let go of a refused act, and of what it had changed on this device. */
export function letGo(store: Store, id: string): Promise<void> {
  return store.transaction("rw", store.stuck, store.marks, async () => {
    await store.stuck.delete(id)
    await standAnew(store)
  })
}
