// Two devices, both now and then without a way to the server, over one that drops, doubles, delays and cuts.
import Dexie from "dexie"
import { IDBFactory } from "fake-indexeddb"
import { onTestFinished } from "vitest"
import type { StuckAct } from "@/device/store"
import type { Step } from "@/documents/recipe"
import { defaultSheet, type Inked, type SheetStroke } from "@/documents/sheet"

/** Mulberry32: chance that comes again with its seed. */
export function chanceOf(seed: number): () => number {
  return () => {
    seed = (seed + 0x6d2b79f5) | 0
    let t = Math.imul(seed ^ (seed >>> 15), 1 | seed)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}

export type Way = (input: RequestInfo | URL, init?: RequestInit) => Promise<Response>

/** A way to the server on which every second request meets with something. */
export function faultyWay(through: Way, chance: () => number, faulty: () => boolean): Way {
  let count = 0
  return async (input: RequestInfo | URL, init?: RequestInit): Promise<Response> => {
    const request = input instanceof Request ? input : new Request(input, init)
    const again = request.clone()
    if (!faulty() || ++count % 2) return through(request)
    const fault = Math.floor(5 * chance())
    if (fault === 0) throw new TypeError("lost on the way there")
    const answer = await through(request)
    if (fault === 1) throw new TypeError("lost on the way back")
    if (fault === 2) return through(again)
    if (fault === 3) return new Response((await answer.text()).slice(0, 20), { status: answer.status })
    await new Promise((go) => setTimeout(go, 20 * chance()))
    return answer
  }
}

/** A second tab on a device: the first one carries, as its lock has it. */
export async function tabOn({ store: first, factory }: Device): Promise<Device> {
  const { Store } = await import("@/device/store")
  Dexie.dependencies.indexedDB = factory
  const store = new Store(first.account)
  await store.open()
  onTestFinished(() => store.close())
  const wake = () => void store.setMark("asked", crypto.randomUUID())
  return { store, factory, carrier: { wake, stop: () => {} } }
}

export async function device(account: number) {
  const factory = new IDBFactory()
  const [{ Store }, { startCarrier }] = await Promise.all([
    import("@/device/store"),
    import("@/device/carrying/carrier"),
  ])
  // A database of its own, as on a tablet of its own.
  Dexie.dependencies.indexedDB = factory
  const store = new Store(account)
  await store.open()
  const carrier = startCarrier(store)
  onTestFinished(() => {
    carrier.stop()
    store.close()
  })
  return { store, carrier, factory }
}

export type Device = Awaited<ReturnType<typeof device>>

const inkedOf = ({ look, seed, size, ink, opacity, layer }: SheetStroke): Inked => ({
  ...{ look, seed, size: size ?? null, ink, opacity, layer: layer ?? 0 },
})

/** An id that comes again with its seed. */
function idOf(chance: () => number): string {
  const hex = Array.from({ length: 32 }, () => Math.floor(16 * chance()).toString(16))
  hex[12] = "4"
  hex[16] = "8"
  return hex.join("").replace(/^(.{8})(.{4})(.{4})(.{4})/, "$1-$2-$3-$4-")
}

/** What a person may do just now, each by the share of times that they do it; `roll` holds their brushes. */
async function wishes({ store }: Device, chance: () => number, at: number, roll: string) {
  const [
    strokes,
    taking,
    laying,
    apart,
    brushes,
    out,
    sources,
    recipes,
    pictures,
    pockets,
    rolls,
    points,
    sheets,
    marks,
  ] = await Promise.all([
    import("@/acts/keepStroke"),
    import("@/acts/takeStrokes"),
    import("@/acts/keepLane"),
    import("@/acts/deleteLane"),
    import("@/acts/keepBrush"),
    import("@/acts/takeBrush"),
    import("@/acts/keepSource"),
    import("@/acts/keepRecipe"),
    import("@/device/pictures"),
    import("@/acts/placeBrush"),
    import("@/acts/keepRoll"),
    import("@/acts/keepCheckpoint"),
    import("@/acts/keepSheet"),
    import("@/acts/sheetStrokes"),
  ])
  const pick = <T>(from: T[]): T | undefined => from[Math.floor(from.length * chance())]
  const loose = pick(await store.strokes.filter((one) => one.lane === null).primaryKeys())
  const lanes = await store.lanes.toArray()
  const [lane, brush] = [pick(lanes), pick(await store.brushes.toArray())]
  const [source, recipe] = [pick(await store.sources.toArray()), pick(await store.recipes.toArray())]
  const [into, point] = [pick(await store.rolls.toArray()), pick(await store.checkpoints.toArray())]
  const sheet = pick(await store.sheets.toArray())
  const drawn = pick(await store.sheetStrokes.toArray())
  const id = idOf(chance)
  const look = {
    id: idOf(chance),
    brush: null,
    name: "Pointed",
    document: { shapes: [], grain: null } as never,
  }
  const name = `made at ${at}`
  const document = { size: 1 + (at % 300), shapes: [], grain: null } as never
  const start = { kind: "blank", side: 16 + (at % 16) }

  async function makeSource(): Promise<void> {
    const picture = await pictures.keepPicture(store, new Uint8Array([at & 255, at >> 8]))
    const made = { name, note: "", makes: "grain", recipe: { start, steps: [] as Step[] }, picture } as const
    await sources.makeSource(store, { ...made, original: null, working: null })
  }

  const stroke = { kind: "pen" as const, erase: false, seed: at, samples: new Float32Array(7) }
  const drawing = (on: string): SheetStroke => ({
    ...{ ...stroke, id, sheet: on, look: look.id, ink: "", opacity: null, drawnAt: at, layer: 0, size: null },
  })
  const fresh = { id, name, set: "mine", hidden: false, position: lanes.length }
  const moved = lane && { ...lane, name, position: Math.floor(lanes.length * chance()) }
  return [
    [0.18, () => strokes.keepStroke(store, { ...stroke, id, drawnAt: at, lane: null, brush: "" })],
    [0.1, loose && (() => taking.takeStrokes(store, [loose]))],
    [0.1, loose && (() => laying.keepLane(store, fresh, [loose]))],
    [0.06, moved && (() => laying.keepLane(store, moved, []))],
    [0.06, lane && (() => (chance() < 0.5 ? apart.deleteLane : apart.takeLaneApart)(store, lane.id))],
    [0.08, () => brushes.makeBrush(store, { roll, name, document })],
    [0.16, brush && (() => brushes.changeBrush(store, brush.id, { document }))],
    [0.04, brush && (() => out.takeBrush(store, brush.id))],
    [0.04, makeSource],
    [0.03, source && (() => sources.changeSource(store, source.id, { name }))],
    [0.01, source && (() => sources.takeSource(store, source.id))],
    [0.03, () => recipes.keepRecipe(store, name, [])],
    [0.01, recipe && (() => recipes.forgetRecipe(store, recipe.id))],
    [0.03, brush && into && (() => pockets.placeBrushes(store, [brush.id], { roll: into.id }))],
    [0.02, brush && (() => pockets.markBrush(store, brush.id, { favourite: at % 2 === 0 }))],
    [0.01, () => rolls.makeRoll(store, { name })],
    [0.01, into && (() => rolls.changeRoll(store, into.id, { note: name, tint: "kelp" }))],
    [0.01, into && into.id !== roll && (() => rolls.takeRoll(store, into.id))],
    [0.015, brush && (() => points.keepCheckpoint(store, { brush: brush.id, why: "hand", document }))],
    [0.02, () => sheets.makeSheet(store, name, { ...defaultSheet(), dpi: 72 + (at % 200) })],
    [0.06, sheet && (() => sheets.changePaper(store, sheet.id, { dpi: 72 + (at % 500) }))],
    [0.01, sheet && (() => sheets.changeSheet(store, sheet.id, { name }))],
    [0.01, sheet && (() => sheets.openedSheet(store, sheet.id))],
    [0.02, sheet && (() => sheets.takeSheet(store, sheet.id))],
    [0.12, sheet && (() => marks.keepSheetStrokes(store, [drawing(sheet.id)], [look]))],
    [
      0.02,
      drawn && (() => marks.inkStrokes(store, [{ ...inkedOf(drawn), id: drawn.id, ink: "#24506e" }], [])),
    ],
    [0.03, drawn && (() => marks.takeSheetStrokes(store, [drawn.id]))],
    [0.005, point && (() => points.takeCheckpoint(store, point.id))],
  ] as [number, (() => Promise<unknown>) | undefined][]
}

/** Do something that a person may do just now. */
export async function doSomething(
  device: Device,
  chance: () => number,
  at: number,
  roll: string,
): Promise<void> {
  const may = await wishes(device, chance, at, roll)
  let what = chance() * may.reduce((sum, [share]) => sum + share, 0)
  for (const [share, act] of may) {
    what -= share
    if (what < 0 && act) {
      await act()
      return
    }
  }
  await may[0]![1]!()
}

/** The number up to which all changes are here, once nothing waits to be carried or to be asked for again. */
export async function settledAt({ store }: Pick<Device, "store">): Promise<number | undefined> {
  const passed = (await store.mark("passed over", 0)) > 0 || (await store.mark("stand anew", "")) !== ""
  const waits = (await store.acts.count()) > 0 || passed
  return waits ? undefined : store.mark("since", 0)
}

/** A lane whose strokes were all taken away elsewhere: nobody else's act is ever refused. */
const NO_STROKES = "there is no stroke to record"

/** What was made and taken away after a backup: a server that was set back to that never heard of it. */
const NOWHERE = "is not among yours"

/** Whether any of some things is on a device. */
async function anyOf(store: Device["store"], things: string[]): Promise<boolean> {
  const { KINDS } = await import("@/device/tables")
  const found = await Promise.all(KINDS.map(({ table }) => store.table(table).bulkGet(things)))
  return found.flat().some((row) => row !== undefined)
}

/** Whether a device has all that an act changes and needs. */
async function hasAll(store: Device["store"], act: StuckAct): Promise<boolean> {
  const { KINDS, neededBy } = await import("@/device/tables")
  const { changedBy } = await import("@/device/tables/kind")
  const wanted = [...changedBy(act), ...neededBy(act)]
  const found = await Promise.all(KINDS.map(({ table }) => store.table(table).bulkGet(wanted)))
  return wanted.every((_, i) => found.some((rows) => rows[i] !== undefined))
}

/**
 * Choose where two devices made two states: both stay, and what was deleted and changed is put back or let go. So is
 * what was refused, once it was looked at.
 */
export async function choose({ store }: Device): Promise<void> {
  const { letGo } = await import("@/device/stuck")
  for (const act of await store.stuck.toArray()) {
    // What was let go of for good, and was never here, is nothing that could be put back.
    if (act.lost && (await anyOf(store, act.lost))) continue
    const known =
      act.lost ||
      act.detail.includes(NO_STROKES) ||
      (act.detail.includes(NOWHERE) && !(await hasAll(store, act)))
    if (!known) throw new Error(`${act.kind}: ${act.detail}`)
    await letGo(store, act.id)
  }
  const { keepBoth } = await import("@/acts/keepBrush")
  const { keepMine } = await import("@/acts/keepSource")
  const { keepBothSheets } = await import("@/acts/keepSheet")
  const { letGoOf, putBack } = await import("@/acts/putBack")
  for (const table of ["rolls", "brushes", "sheets", "sources"]) {
    for (const { id, gone } of await store.table(table).toArray()) {
      // What is called evenly is put back, the rest is let go.
      if (gone) await (parseInt(id[0], 16) % 2 ? letGoOf : putBack)(store, table, id)
    }
  }
  for (const { id, theirs } of await store.brushes.toArray()) if (theirs) await keepBoth(store, id)
  for (const { id, theirs } of await store.sheets.toArray()) if (theirs) await keepBothSheets(store, id)
  for (const { id, theirs } of await store.sources.toArray()) if (theirs) await keepMine(store, id)
}

type Row = Record<string, unknown>

/** What of a row both sides hold alike. */
const AS_HELD: Record<string, (row: Row) => unknown[]> = {
  strokes: (one) => [one.id, one.lane],
  lanes: (one) => [one.id, one.name, one.position],
  rolls: (one) => [one.id, one.name, one.note, one.tint, one.place],
  brushes: (one) => [one.id, one.name, one.document, one.roll, one.place, one.favourite, one.revision],
  checkpoints: (one) => [one.id, one.brush, one.why],
  sources: (one) => [one.id, one.name, one.recipe, one.picture, one.revision],
  recipes: (one) => [one.id, one.name],
  sheets: (one) => [one.id, one.name, one.document, one.revision],
  looks: (one) => [one.id, one.name],
  sheetStrokes: (one) => [one.id, one.sheet, one.look, one.ink],
}

/** Rows by their table, as text that is the same where they are. */
function listed(rows: (table: string) => Row[]): string {
  const sorted = (table: string) =>
    rows(table)
      .map((one) => JSON.stringify(AS_HELD[table]!(one)))
      .sort()
  return Object.keys(AS_HELD)
    .flatMap((table) => [table, ...sorted(table)])
    .join("\n")
}

/** What a device holds. */
export async function held({ store }: Device): Promise<string> {
  const all = await Promise.all(
    Object.keys(AS_HELD).map(async (name) => [name, await store.table(name).toArray()]),
  )
  const tables = Object.fromEntries(all) as Record<string, Row[]>
  return listed((table) => tables[table]!)
}

/** What changes tell. */
export const toldBy = (changes: { table: string; id: string; row: Row | null }[]): string =>
  listed((table) =>
    changes.filter((one) => one.table === table && one.row).map(({ id, row }) => ({ ...row, id })),
  )
