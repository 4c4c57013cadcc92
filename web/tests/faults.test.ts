// Two devices, both now and then without a way to the server, over one that drops, doubles, delays and cuts.
import Dexie from "dexie"
import { IDBFactory } from "fake-indexeddb"
import { describe, expect, it, onTestFinished, vi } from "vitest"
import { accepting, type ActsServer } from "./accepting"
import { until } from "./scope"
import { answering } from "./server"

const RUNS = 20
const ACTS = 50

/** Mulberry32: chance that comes again with its seed. */
function chanceOf(seed: number): () => number {
  return () => {
    seed = (seed + 0x6d2b79f5) | 0
    let t = Math.imul(seed ^ (seed >>> 15), 1 | seed)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}

/** A way to the server on which every second request meets with something. */
function faultyWay(chance: () => number, faulty: () => boolean) {
  let count = 0
  return async (input: RequestInfo | URL, init?: RequestInit): Promise<Response> => {
    const request = input instanceof Request ? input : new Request(input, init)
    const again = request.clone()
    if (!faulty() || ++count % 2) return answering(request)
    const fault = Math.floor(5 * chance())
    if (fault === 0) throw new TypeError("lost on the way there")
    const answer = await answering(request)
    if (fault === 1) throw new TypeError("lost on the way back")
    if (fault === 2) return answering(again)
    if (fault === 3) return new Response((await answer.text()).slice(0, 20), { status: answer.status })
    await new Promise((go) => setTimeout(go, 20 * chance()))
    return answer
  }
}

async function device(account: number) {
  const [{ Store }, { startCarrier }] = await Promise.all([
    import("@/device/store"),
    import("@/device/carrier"),
  ])
  // A database of its own, as on a tablet of its own.
  Dexie.dependencies.indexedDB = new IDBFactory()
  const store = new Store(account)
  await store.open()
  const carrier = startCarrier(store)
  onTestFinished(() => {
    carrier.stop()
    store.close()
  })
  return { store, carrier }
}

type Device = Awaited<ReturnType<typeof device>>

/** Something that a person may do just now. */
async function doSomething({ store }: Device, chance: () => number, name: string, at: number): Promise<void> {
  const [{ keepStroke }, { takeStrokes }, { keepLane }, { deleteLane, takeLaneApart }] = await Promise.all([
    import("@/acts/keepStroke"),
    import("@/acts/takeStrokes"),
    import("@/acts/keepLane"),
    import("@/acts/deleteLane"),
  ])
  const pick = <T>(from: T[]): T | undefined => from[Math.floor(from.length * chance())]
  const loose = await store.strokes.filter((one) => one.lane === null).primaryKeys()
  const lanes = await store.lanes.toArray()
  const brushes = await store.brushes.toArray()
  if (chance() < 0.4) {
    const document = { size: at } as never
    const { makeBrush, changeBrush } = await import("@/acts/keepBrush")
    const { takeBrush } = await import("@/acts/takeBrush")
    const brush = pick(brushes)
    if (!brush || chance() < 0.2) await makeBrush(store, { roll: "r1", name, document })
    else if (chance() < 0.15) await takeBrush(store, brush.id)
    else await changeBrush(store, brush.id, { document })
    return
  }
  const what = chance()
  if (what < 0.5 || loose.length === 0) {
    const stroke = { kind: "pen" as const, erase: false, seed: at, samples: new Float32Array(7) }
    await keepStroke(store, { ...stroke, id: name, drawnAt: at, lane: null })
  } else if (what < 0.65) await takeStrokes(store, [pick(loose)!])
  else if (what < 0.8) {
    const lane = { id: `lane ${name}`, name, set: "mine", hidden: false, position: lanes.length }
    await keepLane(store, lane, [pick(loose)!])
  } else if (what < 0.9 && lanes.length > 0) {
    await keepLane(store, { ...pick(lanes)!, name, position: Math.floor(lanes.length * chance()) }, [])
  } else if (lanes.length > 0) await (chance() < 0.5 ? deleteLane : takeLaneApart)(store, pick(lanes)!.id)
}

/** Choose where two devices made two states: both stay, and what was deleted and changed is put back. */
async function choose({ store }: Device): Promise<void> {
  const { keepAlive, keepBoth } = await import("@/acts/keepBrush")
  for (const brush of await store.brushes.toArray()) {
    if (brush.gone) await keepAlive(store, brush)
    else if (brush.theirs) await keepBoth(store, brush.id)
  }
}

type Row = Record<string, unknown>
const brushAsHeld = (one: Row) => [one.id, one.name, one.document, one.place, one.revision]

async function held({ store }: Device) {
  const brushes = (await store.brushes.toArray()).map((one) => brushAsHeld({ ...one })).sort()
  const strokes = (await store.strokes.toArray()).map((one) => [one.id, one.lane]).sort()
  const lanes = (await store.lanes.toArray()).map((one) => [one.id, one.name, one.position]).sort()
  return JSON.stringify({ strokes, lanes, brushes })
}

function kept(acts: ActsServer) {
  const rows = [...acts.rows.values()].filter((one) => one.row)
  const strokes = rows
    .filter((one) => one.table === "strokes")
    .map((one) => [one.id, one.row!.lane])
    .sort()
  const lanes = rows.filter((one) => one.table === "lanes")
  return JSON.stringify({
    strokes,
    lanes: lanes.map((one) => [one.id, one.row!.name, one.row!.position]).sort(),
    brushes: rows
      .filter((one) => one.table === "brushes")
      .map((one) => brushAsHeld({ ...one.row, id: one.id }))
      .sort(),
  })
}

describe("two devices over a way full of faults", () => {
  it.each(Array.from({ length: RUNS }, (_, i) => i + 1))(
    "hold the same in the end, and every act happened once (seed %i)",
    async (seed) => {
      const chance = chanceOf(seed)
      const acts = accepting()
      let faulty = true
      vi.stubGlobal(
        "fetch",
        faultyWay(chance, () => faulty),
      )
      onTestFinished(() => void vi.stubGlobal("fetch", answering))
      const both = [await device(7), await device(7)]
      for (let i = 0; i < ACTS; i++) {
        const which = chance() < 0.5 ? 0 : 1
        await doSomething(both[which]!, chance, `${seed}-${i}`, i)
        if (chance() < 0.3) both[which]!.carrier.wake()
      }
      faulty = false
      await until(async () => {
        for (const one of both) await choose(one)
        both.forEach(({ carrier }) => carrier.wake())
        const waiting = await Promise.all(both.map(({ store }) => store.acts.count()))
        const since = await Promise.all(both.map(({ store }) => store.mark("since", 0)))
        return waiting.every((count) => count === 0) && since.every((number) => number === acts.number)
      })
      const states = await Promise.all(both.map(({ store }) => store.brushes.toArray()))
      expect(states.flat().filter((one) => one.theirs || one.gone)).toEqual([])
      expect(new Set(acts.done.map((one) => one.id)).size).toBe(acts.done.length)
      expect(await held(both[0]!)).toBe(kept(acts))
      expect(await held(both[1]!)).toBe(kept(acts))
    },
  )
})
