// Taking in what changed elsewhere.
import { api, reach } from "@/api/client"
import type { components } from "@/generated/api"
import type { Table } from "dexie"
import { dequal } from "dequal"
import type { Store } from "./store"
import { whenPenIsUp } from "./inHand"
import { noteAsItWas } from "./note"
import { doWhatIsBack } from "./stuck"
import { changes, kindAt, KINDS, keepsDocument, within } from "./tables"
import { changedBy, type Kept, type Kind, type Row } from "./tables/kind"

type Page = components["schemas"]["Changes"]
type Change = Page["changes"][number]

const rowsOf = (store: Store, kind: Kind) => store.table(kind.table) as Table<Kept, string>

/** Let go of a thing, with all that lies in it. */
export async function drop(store: Store, kind: Kind, id: string): Promise<void> {
  await rowsOf(store, kind).delete(id)
  for (const inner of within(kind)) {
    const lying = await rowsOf(store, inner).where(inner.parent!.field).equals(id).primaryKeys()
    for (const one of lying) await drop(store, inner, one)
  }
}

/** Write a row that changed; where this device has a state of its own beside it, both stay. */
async function write(store: Store, kind: Kind, { id, row, purged }: Change): Promise<void> {
  const table = rowsOf(store, kind)
  const existing = await table.get(id)
  const own = existing && (existing.theirs || existing.gone)
  if (!row && !own) return purged ? drop(store, kind, id) : table.delete(id)
  if (!row) {
    const away = { ...existing!, gone: purged ? ("for good" as const) : (existing!.gone ?? true) }
    delete away.theirs
    await table.put(away)
    return
  }
  const [read] = readRow(kind, { table: kind.table, id, row } as Change)
  if (!read) return
  const alike = own && !existing.theirs && dequal(held(read), held(existing))
  if (!own || alike || kind.merge !== "document") await table.put(read)
  else await table.put({ ...existing, gone: undefined, theirs: read })
}

/** Of so many rows that are put together those who look are told which they were: Dexie says so of fewer than 50. */
const FEW = 49

/** Write rows that changed: all of a table at once where this device has no state of its own beside them. */
async function writeAll(store: Store, changes: Change[]): Promise<void> {
  for (const kind of KINDS) {
    const own = changes.filter(({ table }) => table === kind.table)
    if (own.length === 0) continue
    const table = rowsOf(store, kind)
    const existing = await table.bulkGet(own.map(({ id }) => id))
    const beside = own.filter((one, i) => one.purged || existing[i]?.theirs || existing[i]?.gone)
    const plain = own.filter((one) => !beside.includes(one))
    await table.bulkDelete(plain.flatMap(({ id, row }) => (row ? [] : [id])))
    const rows = plain.flatMap((one) => readRow(kind, one))
    for (let at = 0; at < rows.length; at += FEW) await table.bulkPut(rows.slice(at, at + FEW))
    for (const one of beside) await write(store, kind, one)
  }
}

/** A row as it lies here, or none: one that cannot be read does not keep the others away. */
function readRow(kind: Kind, { table, id, row }: Change): Kept[] {
  try {
    return row ? [kind.read(id, row) as Kept] : []
  } catch (error) {
    console.error(`${table} ${id} could not be taken in`, error)
    return []
  }
}

/**
 * Write a page of changes. What has acts that wait stays as the device has it; it is noted from which number on to ask
 * again once they are done: an act can leave a row as another device made it, which would not be told a second time.
 */
async function takeIn(store: Store, changes: Change[]): Promise<void> {
  await store.transaction("rw", store.held, async () => {
    const waiting = await waitingThings(store)
    // What is held is told again once it was done, or let go of: for that nobody need ask over and over.
    const soon = await thingsOfActs(store)
    const goes = changes.some(({ row }) => !row)
    const needed = goes ? await neededThings(store, soon) : new Set<string>()
    const stays = ({ id, row }: Change) => !row && needed.has(id)
    const first = changes.find((one) => soon.has(one.id) || stays(one))
    const passed = await store.mark("passed over", Infinity)
    if (first && first.number < passed) await store.setMark("passed over", first.number)
    await writeAll(
      store,
      changes.filter((one) => !waiting.has(one.id) && !stays(one)),
    )
    await doWhatIsBack(store, new Set(changes.flatMap(({ id, row }) => (row ? [id] : []))))
    const last = changes.at(-1)
    if (last) await store.setMark("since", last.number)
  })
}

/** What acts that wait change. */
async function thingsOfActs(store: Store): Promise<Set<string>> {
  return new Set((await store.acts.orderBy("changes").uniqueKeys()) as string[])
}

/**
 * What acts that wait need, and what that lies in which they change: it is not let go of before they were answered, as
 * what waits would go with it.
 */
async function neededThings(store: Store, changed: Set<string>): Promise<Set<string>> {
  const needed = new Set<string>()
  if (changed.size === 0) return needed
  await store.acts.each(({ needs }) => needs.forEach((one) => needed.add(one)))
  const things = new Set([...changed, ...needed])
  // What lies in something comes after that.
  for (const kind of [...KINDS].reverse()) {
    const field = kind.parent?.field as keyof Kept | undefined
    if (!field) continue
    for (const row of await rowsOf(store, kind).bulkGet([...things])) {
      const above = row?.[field] as string | null | undefined
      if (above) needed.add(above)
      if (above) things.add(above)
    }
  }
  return needed
}

/** What acts that wait change, or that were refused and hold more than their own body. */
export async function waitingThings(store: Store): Promise<Set<string>> {
  const things = await thingsOfActs(store)
  // What was done to what is gone, and a document whose state was refused, stay on the screen as they are, until the
  // person puts back or lets go.
  await store.stuck.each((act) => {
    if (act.lost) changedBy(act).forEach((one) => things.add(one))
    else if (keepsDocument(act.kind)) things.add(act.thing)
  })
  return things
}

/** A page of changes since a number; nothing where the server was not reached, or is somebody else's. */
async function ask(store: Store, since: number): Promise<Page | undefined> {
  const query = { params: { query: { since } }, signal: AbortSignal.timeout(30_000) }
  const { data } = await reach(api.GET("/api/changes", query))
  // A portal's page is no answer, and another account's changes are none of this one's.
  return data?.epoch && Array.isArray(data.changes) && data.account === store.account ? data : undefined
}

/** Pages of changes since a number, each next one asked for while one is taken in; the last is none where nobody answers. */
async function* pagesSince(store: Store, since: number): AsyncGenerator<Page | undefined> {
  for (let asked = ask(store, since), more = true; more;) {
    const page = await asked
    more = page?.more ?? false
    since = page?.changes.at(-1)?.number ?? since
    if (more) asked = ask(store, since)
    yield page
  }
}

/**
 * So many pages are taken in together, but for the first: whenever the store changes, what is shown is read anew. More
 * would hold the pen up that comes down meanwhile.
 */
const TOGETHER = 3

/** Ask for changes until there are no more. Returns whether the server was reached. */
export async function pull(store: Store): Promise<boolean> {
  for (;;) {
    const anew = await store.mark("stand anew", "")
    if (anew) {
      if (!(await standAsKept(store))) return false
      await store.transaction("rw", store.marks, async () => {
        if ((await store.mark("stand anew", "")) === anew) await store.marks.delete("stand anew")
      })
    }
    const went = await pullPages(store)
    if (went !== "again") return went
  }
}

/** As `pull`; "again" where there is more to ask for. */
async function pullPages(store: Store): Promise<boolean | "again"> {
  const since = await store.mark("since", 0)
  let waiting: Change[] = []
  let pages = 0
  for await (const page of pagesSince(store, since)) {
    if (!page) return false
    if (page.number < since || (await setBack(store, page))) {
      return (await giveBack(store, page.epoch)) ? "again" : false
    }
    if (page.anew) return (await standAsKept(store)) ? "again" : false
    if (page.more) await store.setMark("of", page.number)
    waiting.push(...page.changes)
    if (page.more && pages++ % TOGETHER > 0) continue
    if (waiting.length > FEW) await whenPenIsUp()
    await takeIn(store, waiting)
    waiting = []
  }
  if (await goBack(store)) return "again"
  // From now on what is not here is nowhere.
  if (!(await store.mark("caught up", false))) await store.setMark("caught up", true)
  return true
}

/** Whether a page comes from a server that was set back to a backup since it was asked last. */
async function setBack(store: Store, { epoch }: Page): Promise<boolean> {
  const known = await store.mark("epoch", "")
  if (known === "") await store.setMark("epoch", epoch)
  return known !== "" && known !== epoch
}

/** Go back to the first change that was passed over, once nothing waits any more. Returns whether there was one. */
function goBack(store: Store): Promise<boolean> {
  return store.transaction("rw", store.acts, store.marks, async () => {
    const passed = await store.mark("passed over", Infinity)
    if (passed === Infinity || (await store.acts.count()) > 0) return false
    await store.setMark("since", passed - 1)
    await store.marks.delete("passed over")
    return true
  })
}

/**
 * Ask for everything anew, and have nothing that the server has not and that does not wait: something was refused, or
 * this device was away for longer than is told. Returns whether the server was reached.
 */
export async function standAsKept(store: Store): Promise<boolean> {
  const there = new Set<string>()
  for await (const page of pagesSince(store, 0)) {
    if (!page) return false
    // What that lacks is given back to it before anything is let go of.
    if (await setBack(store, page)) return (await giveBack(store, page.epoch)) && standAsKept(store)
    for (const { id, row } of page.changes) if (row) there.add(id)
    await takeIn(store, page.changes)
  }
  await store.transaction("rw", store.held, async () => {
    const waiting = await waitingThings(store)
    const needed = await neededThings(store, await thingsOfActs(store))
    const stays = ({ id, gone }: Row) => there.has(id) || waiting.has(id) || needed.has(id) || gone
    const foreign = (one: Row) => !stays(one)
    for (const kind of KINDS) await rowsOf(store, kind).filter(foreign).delete()
  })
  return true
}

/**
 * The server was set back to a backup: note what that lacks or has in an older state, a page at a time, before anything
 * of it is taken in; whatever ends this page meanwhile, nothing is lost. What waits is done after that, as it may need
 * it. Returns whether the server was reached.
 */
async function giveBack(store: Store, epoch: string): Promise<boolean> {
  const there = new Set<string>()
  for await (const page of pagesSince(store, 0)) {
    if (!page) return false
    await store.transaction("rw", store.held, () =>
      beforeAllThatWaits(store, async (held) => {
        for (const change of page.changes) {
          there.add(change.id)
          if (!held.has(change.id)) await restate(store, change)
        }
      }),
    )
  }
  await store.transaction("rw", store.held, () =>
    beforeAllThatWaits(store, async (held) => {
      for (const kind of KINDS) {
        const lacking = (one: Row) => !there.has(one.id) && !held.has(one.id)
        for (const row of await rowsOf(store, kind).filter(lacking).toArray())
          await keepLacking(store, kind, row, there)
      }
      // What it has of pictures is not known any more.
      await store.pictures.toCollection().modify({ waits: 1 })
      await store.setMark("epoch", epoch)
      await store.setMark("since", 0)
    }),
  )
  return true
}

/** Note a thing for a server that has nothing of it; `there` is what that has. */
async function keepLacking(store: Store, kind: Kind, row: Kept, there: Set<string>): Promise<void> {
  const table = rowsOf(store, kind)
  // Whoever puts it back brings it whole.
  if (row.gone) return void (await table.update(row.id, { gone: "for good" }))
  const above = kind.parent && (row[kind.parent.field as keyof Kept] as string)
  if (above && !there.has(above)) {
    const parent = await rowsOf(store, kindAt(kind.parent!.table)!).get(above)
    // What it lies in was taken away elsewhere: it went along, and comes with that where another device still has it.
    if (!parent) return drop(store, kind, row.id)
    if (parent.gone) return
  }
  if (kind.merge === "document") await table.update(row.id, { revision: 0 })
  await kind.keep(store, row, 0)
}

/** Note acts that go before those that wait; `noting` hears what is held apart and stays as it is. */
async function beforeAllThatWaits(
  store: Store,
  noting: (held: ReadonlySet<string>) => Promise<void>,
): Promise<void> {
  // What was refused or is held itself, and not only something that was done to it: it is not noted a second time.
  const held = new Set<string>()
  await store.stuck.each((act) => {
    if (changes(act.kind)?.acts.keep === act.kind) changedBy(act).forEach((one) => held.add(one))
  })
  const waiting = await store.whole(await store.acts.orderBy("seq").toArray())
  await store.dropActs(waiting.map(({ seq }) => seq))
  await noting(held)
  for (const act of waiting) await noteAsItWas(store, act)
}

/** What a document holds, beside how it stands. */
function held(row: Kept): object {
  const state: Partial<Kept> = { ...row }
  for (const beside of ["revision", "keptAt", "theirs", "gone", "picture"]) delete state[beside as keyof Kept]
  return state
}

/** Note a thing as this device has it where a backup has it older; both states stay where it is not known which is. */
async function restate(store: Store, { table, id, row: stored }: Change): Promise<void> {
  const kind = kindAt(table)
  const here = kind && (await rowsOf(store, kind).get(id))
  // What another device took away stays away: the backup knows of it.
  if (!kind || !here || !stored || here.gone) return
  const theirs = kind.read(id, stored) as Kept
  if (kind.merge !== "document") {
    if (!dequal(theirs, here)) await kind.keep(store, here, 0)
    return
  }
  if (theirs.revision < here.revision) {
    await rowsOf(store, kind).update(id, { revision: theirs.revision })
    await kind.keep(store, here, theirs.revision)
  } else if (theirs.revision === here.revision && !here.theirs && !dequal(held(theirs), held(here))) {
    await rowsOf(store, kind).update(id, { theirs })
  }
}
