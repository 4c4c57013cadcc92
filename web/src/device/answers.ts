// What becomes of an act that was answered.
import { t } from "@/words"
import type { Table } from "dexie"
import type { components } from "@/generated/api"
import type { Act, Store } from "./store"
import { changes, kindAt, keepsDocument } from "./tables"
import type { Gone, Kept, Kind, Row } from "./tables/kind"

type Answer = components["schemas"]["Answer"]
type Lost = NonNullable<Answer["lost"]>[number]

/** Done: it leaves. Stale: its thing has two states now. Gone: it waits until what was taken away is put back. */
export function answered(store: Store, act: Act, answer: Answer): Promise<void> {
  return store.transaction("rw", store.held, async () => {
    const kind = changes(act.kind)
    if (answer.answer === "done") await done(store, act, kind, answer)
    else if (answer.answer === "gone") await gone(store, act, answer.lost ?? [])
    else if (kind && answer.theirs) {
      // The state that the device has lies in the store; what waits to tell of it has no place to go any more.
      await dropLater(store, act)
      const theirs: Partial<Kept> = { ...(kind.read(act.thing, answer.theirs) as Kept) }
      delete theirs.id
      await store.table(kind.table).update(act.thing, { theirs })
    }
  })
}

/** States of the same document that wait. */
const later = (store: Store, { thing, kind }: Act) =>
  store.acts
    .where("thing")
    .equals(thing)
    .and((one) => one.kind === kind)

async function dropLater(store: Store, act: Act): Promise<void> {
  await store.dropActs([act.seq, ...(await later(store, act).primaryKeys())])
}

async function done(
  store: Store,
  act: Act,
  kind: Kind | undefined,
  { revision, picture }: Answer,
): Promise<void> {
  await store.dropActs([act.seq])
  if (!kind || revision === undefined || !keepsDocument(act.kind)) return
  // What waits was made from this very state: one's own lost answer is no other device's change.
  const waits = await later(store, act).modify({ base: revision })
  // The picture of a state that was left meanwhile is of no use.
  const made = picture && !waits && { picture }
  await store.table(kind.table).update(act.thing, { revision, keptAt: Date.now(), ...made })
}

/** What was taken away elsewhere is shown as that, with the way back; the act is done once it is put back. */
async function gone(store: Store, act: Act, lost: Lost[]): Promise<void> {
  for (const { table, thing, row } of lost) await markGone(store, table, thing, row)
  await store.dropActs([act.seq])
  // The state of a document lies in the store, and goes from there.
  if (keepsDocument(act.kind) && lost.some(({ thing }) => thing === act.thing)) await dropLater(store, act)
  else
    await holdBack(
      store,
      act,
      lost.map(({ thing }) => thing),
    )
}

/** Hold an act until things that are gone are put back; within a transaction. */
export async function holdBack(store: Store, { seq, ...act }: Act, lost: string[]): Promise<void> {
  await store.stuck.put({ ...act, detail: GONE, lost, order: seq })
  await store.dropActs([seq])
}

const GONE = t("device.what-this-was-done-to-was")

async function markGone(store: Store, name: string, thing: string, row: Lost["row"]): Promise<void> {
  const kind = kindAt(name)
  if (!kind) return
  const table = store.table(name) as Table<Row, string>
  const away: Gone = row ? true : "for good"
  if ((await table.update(thing, { gone: away })) > 0 || !row) return
  if (!(await table.get(thing))) await table.put({ ...kind.read(thing, row), gone: away })
}
