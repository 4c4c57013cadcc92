// Taking in what changed elsewhere.
import type { Look, SheetStroke } from "@/documents/sheet"
import { kindNumbered } from "@/documents/stroke"
import { api, reach } from "@/api/client"
import type { Table } from "dexie"
import { fromBase64 } from "./base64"
import {
  noteBrush,
  noteCheckpoint,
  noteLane,
  noteLook,
  noteMarks,
  notePlace,
  noteRecipe,
  noteRoll,
  noteSheet,
  noteSheetStroke,
  noteSource,
  noteStroke,
} from "./note"
import {
  DOCUMENTS,
  storedStroke,
  type Store,
  type StoredCheckpoint,
  type StoredLane,
  type StoredRecipe,
  type StoredRoll,
  type StoredSheet,
  type StoredStroke,
} from "./store"
import type { Kept } from "./useKept"

type Row = Record<string, unknown>
export interface Change {
  table: keyof typeof READ | "brushes" | "sources"
  id: string
  number: number
  row: Row | null
}

/** A brush or a source as the server tells of it. */
export function readDocument<Kept>(row: Row): Kept {
  const { kept_at: keptAt, used_at: usedAt, ...document } = row
  return { ...document, keptAt, ...(usedAt !== undefined && { usedAt }) } as Kept
}

const READ = {
  strokes: (id: string, row: Row): StoredStroke => ({
    id,
    kind: kindNumbered(row.kind as number),
    erase: row.erase as boolean,
    seed: row.seed as number,
    brush: row.brush as string | null,
    over: row.over as string,
    layer: row.layer as number,
    size: row.size as number | null,
    dries: row.dries as boolean,
    samples: fromBase64(row.samples as string),
    drawnAt: row.drawn_at as number,
    lane: row.lane as string | null,
  }),
  lanes: (id: string, row: Row): StoredLane => ({
    id,
    name: row.name as string,
    set: row.set_name as string,
    hidden: row.hidden as boolean,
    position: row.position as number,
  }),
  rolls: (id: string, row: Row) => ({ id, ...row }) as StoredRoll,
  checkpoints: (id: string, { made_at: madeAt, ...row }: Row) => ({ id, ...row, madeAt }) as StoredCheckpoint,
  recipes: (id: string, row: Row): StoredRecipe => ({
    id,
    name: row.name as string,
    steps: row.steps as StoredRecipe["steps"],
  }),
  sheets: (id: string, { used_at: usedAt, ...row }: Row) => ({ id, ...row, usedAt }) as StoredSheet,
  looks: (id: string, row: Row) => ({ id, ...row }) as Look,
  sheetStrokes: (id: string, { kind, samples, drawn_at: drawnAt, ...row }: Row) =>
    storedStroke({
      ...row,
      id,
      kind: kindNumbered(kind as number),
      samples: fromBase64(samples as string),
      drawnAt,
    } as SheetStroke),
}

/** Write a document that changed; where this device has a state of its own beside it, both stay. */
async function takeInDocument(table: Table, id: string, row: Row | null): Promise<void> {
  const standing = (await table.get(id)) as Kept | undefined
  const own = standing && (standing.theirs || standing.gone)
  if (!row && standing?.gone) return
  if (!row && own) await table.put({ ...standing, theirs: undefined, gone: true })
  else if (!row) await table.delete(id)
  else if (own) await table.put({ ...standing, gone: undefined, theirs: readDocument(row) })
  else await table.put({ id, ...readDocument<object>(row) })
}

/**
 * Write a page of changes. What has acts that wait stays as the device has it; it is noted from which number on to ask
 * again once they are done: an act can leave a row as another device made it, which would not be told a second time.
 */
async function takeIn(store: Store, changes: Change[]): Promise<void> {
  await store.transaction("rw", tablesOf(store), async () => {
    const waiting = await waitingThings(store)
    const [first] = changes.filter(({ id }) => waiting.has(id))
    const passed = await store.mark("passed over", Infinity)
    if (first && first.number < passed) await store.setMark("passed over", first.number)
    for (const { table, id, row } of changes) {
      if (waiting.has(id)) continue
      try {
        if (table === "brushes" || table === "sources") await takeInDocument(store[table] as Table, id, row)
        else if (!row) await store[table].delete(id)
        else await (store[table] as Table).put(READ[table](id, row))
      } catch (error) {
        // One row that cannot be read does not keep the others away.
        console.error(`${table} ${id} could not be taken in`, error)
      }
    }
    const last = changes.at(-1)
    if (last) await store.setMark("since", last.number)
  })
}

const tablesOf = (store: Store) => [
  store.pictures,
  ...[store.strokes, store.lanes, store.rolls, store.brushes, store.checkpoints],
  ...[store.sources, store.recipes, store.sheets, store.looks, store.sheetStrokes],
  ...[store.acts, store.stuck, store.marks],
]

/** Things that an act changes beside the one that it is about. */
export function changedIn({ strokes = [], inked = [] }: Record<string, unknown>): string[] {
  return [...(strokes as string[]), ...(inked as { id: string }[]).map(({ id }) => id)]
}

/** What acts that wait, or that were refused, change. */
export async function waitingThings(store: Store): Promise<Set<string>> {
  const things = new Set<string>()
  await store.acts.each(({ thing, body }) => {
    things.add(thing)
    for (const one of changedIn(body)) things.add(one)
  })
  // A document whose state was refused stays on the screen as it is, until the person lets go of that.
  await store.stuck.each(({ kind, thing }) => void (kind in DOCUMENTS && things.add(thing)))
  return things
}

/** A page of changes since the last one; nothing where the server was not reached, or is somebody else's. */
async function ask(store: Store) {
  const since = await store.mark("since", 0)
  const query = { params: { query: { since } }, signal: AbortSignal.timeout(30_000) }
  const { data } = await reach(api.GET("/api/changes", query))
  // A portal's page is no answer, and another account's changes are none of this one's.
  if (!data?.epoch || !Array.isArray(data.changes) || data.account !== store.account) return undefined
  return { ...data, since, changes: data.changes as Change[] }
}

/** Ask for changes until there are no more. Returns whether the server was reached. */
export async function pull(store: Store): Promise<boolean> {
  for (;;) {
    const told = await ask(store)
    if (!told) return false
    const epoch = await store.mark("epoch", told.epoch)
    if (epoch !== told.epoch || told.number < told.since) return giveBack(store, told.epoch)
    await store.setMark("epoch", told.epoch)
    await takeIn(store, told.changes)
    if (!told.more && !(await goBack(store))) {
      // From now on what is not here is nowhere.
      if (!(await store.mark("caught up", false))) await store.setMark("caught up", true)
      return true
    }
  }
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

/** Ask for everything anew. Returns whether the server still has what it knows of, by id; nothing where it was not
 * reached. */
async function retake(store: Store): Promise<Map<string, boolean> | undefined> {
  await store.setMark("since", 0)
  const there = new Map<string, boolean>()
  for (let more = true; more;) {
    const told = await ask(store)
    if (!told) return undefined
    for (const { id, row } of told.changes) there.set(id, row !== null)
    await takeIn(store, told.changes)
    more = told.more
  }
  return there
}

/** Something was refused: show what the server has, and nothing that it has not and that waits no more. */
export async function standAsKept(store: Store): Promise<void> {
  const there = await retake(store)
  if (!there) return
  await store.transaction("rw", tablesOf(store), async () => {
    const waiting = await waitingThings(store)
    const foreign = (one: { id: string }) => !there.get(one.id) && !waiting.has(one.id)
    await store.strokes.filter(foreign).delete()
    await store.lanes.filter(foreign).delete()
    await store.rolls.filter(foreign).delete()
    await store.checkpoints.filter(foreign).delete()
    await store.brushes.filter((one) => foreign(one) && !one.gone).delete()
    await store.sources.filter((one) => foreign(one) && !one.gone).delete()
    await store.recipes.filter(foreign).delete()
    await store.sheets.filter(foreign).delete()
    await store.looks.filter(foreign).delete()
    await store.sheetStrokes.filter(foreign).delete()
  })
}

/** The server was set back to a backup: give it what that lacks, then go on from what it has. */
async function giveBack(store: Store, epoch: string): Promise<boolean> {
  const [strokes, lanes] = [await store.strokes.toArray(), await store.lanes.toArray()]
  const [rolls, brushes] = [await store.rolls.toArray(), await store.brushes.toArray()]
  const checkpoints = await store.checkpoints.toArray()
  const [sources, recipes] = [await store.sources.toArray(), await store.recipes.toArray()]
  const [sheets, looks] = [await store.sheets.toArray(), await store.looks.toArray()]
  const sheetStrokes = await store.sheetStrokes.toArray()
  const there = await retake(store)
  if (!there) return false
  await store.transaction("rw", tablesOf(store), async () => {
    const waiting = await waitingThings(store)
    // What another device took away stays away: the backup knows of it.
    const lacking = (one: { id: string }) => !there.has(one.id) && !waiting.has(one.id)
    for (const stroke of strokes.filter(lacking)) {
      await store.strokes.put(stroke)
      await noteStroke(store, stroke)
    }
    for (const lane of lanes.filter(lacking)) {
      await store.lanes.put(lane)
      const mine = strokes.filter((one) => one.lane === lane.id).map((one) => one.id)
      await noteLane(store, lane, mine)
    }
    for (const roll of rolls.filter(lacking)) {
      await store.rolls.put(roll)
      await noteRoll(store, roll)
    }
    for (const brush of brushes) {
      const theirs = await store.brushes.get(brush.id)
      const older = theirs && !waiting.has(brush.id) && theirs.revision < brush.revision
      if (!older && !lacking(brush)) continue
      const base = theirs?.revision ?? 0
      await store.brushes.put({ ...brush, revision: base })
      await noteBrush(store, brush.id, brush, base)
      if (theirs && (theirs.roll !== brush.roll || theirs.place !== brush.place))
        await notePlace(store, brush)
      await noteMarks(store, brush.id, brush)
    }
    for (const checkpoint of checkpoints.filter(lacking)) {
      await store.checkpoints.put(checkpoint)
      await noteCheckpoint(store, checkpoint)
    }
    for (const source of sources) {
      const theirs = await store.sources.get(source.id)
      const older = theirs && !waiting.has(source.id) && theirs.revision < source.revision
      if (!older && !lacking(source)) continue
      const base = theirs?.revision ?? 0
      await store.sources.put({ ...source, revision: base })
      await noteSource(store, source.id, source, base)
    }
    for (const recipe of recipes.filter(lacking)) {
      await store.recipes.put(recipe)
      await noteRecipe(store, recipe)
    }
    for (const sheet of sheets.filter(lacking)) {
      await store.sheets.put(sheet)
      await noteSheet(store, sheet.id, sheet)
    }
    for (const look of looks.filter(lacking)) {
      await store.looks.put(look)
      await noteLook(store, look)
    }
    for (const stroke of sheetStrokes.filter(lacking)) {
      await store.sheetStrokes.put(stroke)
      await noteSheetStroke(store, stroke)
    }
    // What it has of pictures is not known any more.
    await store.pictures.toCollection().modify({ waits: 1 })
    await store.setMark("epoch", epoch)
  })
  return true
}
