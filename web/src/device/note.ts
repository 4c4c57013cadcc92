// Noting an act: in the transaction that does it on the device, so that neither is there without the other.
import { newId } from "@/documents/ids"
import type { Act, Noted, Store } from "./store"
import type { Body } from "./tables/kind"

/** A state that changes on is carried once it has stood for so long, ms. */
const REST = 500

/** Note an act for the carrier. Call it inside the transaction that changes the store; that must span `store.noted`. */
export async function note(
  store: Store,
  kind: string,
  thing: string,
  body: Body = {},
  more: Partial<Pick<Act, "id" | "base" | "at" | "restsUntil">> = {},
): Promise<void> {
  const act = { id: newId(), account: store.account, base: 0, at: Date.now(), kind, thing, ...more }
  await store.transaction("rw", store.noted, async () => {
    const seq = await store.acts.add({ ...act, ...store.readable({ kind, thing, body }) })
    await store.bodies.add({ seq, body })
  })
}

/** Note an act that was noted before, in its place or on another device: it is the same one, and comes last now. */
export async function noteAsItWas(store: Store, act: Act): Promise<void> {
  const { body, ...noted }: Partial<Act> = { ...act }
  // The store counts for itself.
  delete noted.seq
  const seq = await store.acts.add({ ...(noted as Noted), ...store.readable(act) })
  await store.bodies.add({ seq, body: body! })
}

/**
 * Note the latest state of a thing, made from the one with the revision `base`. It takes the place of one that waits
 * and that nobody has sent yet: what came in between is of no use to anybody. `joined` makes one of both.
 */
export async function noteLatest(
  store: Store,
  kind: string,
  thing: string,
  base: number,
  body: Body,
  joined: (waiting: Body) => Body = () => body,
): Promise<void> {
  const restsUntil = Date.now() + REST
  const last = await store.acts.where("thing").equals(thing).last()
  if (last?.kind !== kind || last.sent) return note(store, kind, thing, body, { base, restsUntil })
  const now = joined((await store.bodies.get(last.seq))?.body ?? {})
  await store.acts.update(last.seq, {
    ...store.readable({ kind, thing, body: now }),
    restsUntil,
    at: Date.now(),
  })
  await store.bodies.put({ seq: last.seq, body: now })
}
