// Which acts go next to the server: in their order, but for what rests and what hangs on that.
import { toBase64 } from "../base64"
import { holdBack } from "../answers"
import type { components } from "@/generated/api"
import type { Act, Noted, Store } from "../store"
import { keepsDocument } from "../tables"
import { changedBy } from "../tables/kind"

const MOST_BYTES = 1_000_000
/** Longest that anything is put to rest, ms. */
const LONGEST_REST = 60_000

/** An act as JSON. */
export function carried({ id, kind, thing, base, body }: Act): components["schemas"]["ActRequest"] {
  const { samples } = body
  if (!(samples instanceof Float32Array)) return { id, kind, thing, base, body }
  return { id, kind, thing, base, body: { ...body, samples: toBase64(samples as Float32Array<ArrayBuffer>) } }
}

/** How much longer an act rests, ms. One that should rest for very long was put to rest by a clock that has gone. */
function restOf(act: Noted): number {
  const left = (act.restsUntil ?? 0) - Date.now()
  return left > 0 && left <= LONGEST_REST ? left : 0
}

/** The acts that go next, marked as sent: what rests, and what concerns the same thing, waits; all else goes on. */
export function nextActs(store: Store, most: number): Promise<Act[]> {
  return store.doing([store.stuck], async () => {
    await holdAlong(store)
    const resting = new Set<string>()
    const kept = new Set<string>()
    const found: Noted[] = []
    await store.acts
      .orderBy("seq")
      .until(() => found.length >= most)
      .each((act) => {
        // The next state of a document is made from what the answer to this one tells.
        const ahead = keepsDocument(act.kind) && kept.has(act.thing)
        const waits = [...act.changes, ...act.needs].some((one) => resting.has(one))
        if (restOf(act) > 0 || ahead || waits) act.changes.forEach((one) => resting.add(one))
        else {
          if (keepsDocument(act.kind)) kept.add(act.thing)
          found.push(act)
        }
      })
    const acts = bounded(await store.whole(found))
    await store.acts
      .where("seq")
      .anyOf(acts.map((one) => one.seq))
      .modify({ sent: true })
    return acts
  })
}

/** What needs something that is held until other things are put back is held with it, in its order. */
async function holdAlong(store: Store): Promise<void> {
  const lost = new Map<string, string[]>()
  await store.stuck.each((act) => act.lost && changedBy(act).forEach((one) => lost.set(one, act.lost!)))
  if (lost.size === 0) return
  for (const act of await store.acts.orderBy("seq").toArray()) {
    const along = [...act.changes, ...act.needs].flatMap((one) => lost.get(one) ?? [])
    if (along.length === 0) continue
    const [whole] = await store.whole([act])
    await holdBack(store, whole!, [...new Set(along)])
    act.changes.forEach((one) => lost.set(one, along))
  }
}

/** As many acts as may go at once, by what they weigh. */
function bounded(acts: Act[]): Act[] {
  let bytes = 0
  const fit = acts.findIndex((act, i) => (bytes += JSON.stringify(carried(act)).length) > MOST_BYTES && i > 0)
  return fit < 0 ? acts : acts.slice(0, fit)
}

/** When the next act may go that rested at a moment, ms from now: it may have rested long enough meanwhile. */
export async function nextRest(store: Store, at: number): Promise<number | undefined> {
  const next = await store.acts.where("restsUntil").above(at).first()
  return next && restOf(next)
}
