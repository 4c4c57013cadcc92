import { type KeptStroke, samplesFrom } from "@/documents/stroke"
import Dexie from "dexie"
import { describe, expect, it, onTestFinished, vi } from "vitest"
import { accepting, type ActsServer } from "../support/accepting"
import { living, until } from "../support/scope"
import { server } from "../support/server"

function stroke(id: string, x = 100): KeptStroke {
  const samples = samplesFrom([
    [x, 200, 0, 0.5, 1.5, 0],
    [x + 50, 220, 8, 0.6, 1.5, 0],
  ])
  return { id, kind: "pen", erase: false, seed: 7, samples }
}

/** Loose strokes and lanes of an account, as a tab has them. */
async function sheet(account = 7) {
  const [{ openDevice, closeDevice }, { useProofStrokes }, { useOwnLanes }] = await Promise.all([
    import("@/device/useDevice"),
    import("@/bench/proof/useProofStrokes"),
    import("@/bench/lanes/useOwnLanes"),
  ])
  const changed = vi.fn()
  onTestFinished(closeDevice)
  const there = living(() => {
    const device = openDevice({ id: account })
    const proofs = useProofStrokes(device.store, "label-monoline", changed)
    return { ...device, proofs, own: useOwnLanes(device), changed, closeDevice }
  })
  await there.proofs.open()
  return there
}

type Sheet = Awaited<ReturnType<typeof sheet>>
/** So many acts are done, and none waits. */
const settled = ({ store }: Sheet, acts: ActsServer, count: number) =>
  until(async () => acts.done.length === count && (await store.acts.count()) === 0)
const noted = ({ store }: Sheet, count: number) => until(async () => (await store.acts.count()) === count)
const ids = (strokes: { id: string }[]) => strokes.map((one) => one.id)

describe("strokes and lanes of one's own", () => {
  it("are carried in the order in which they were made, many at once", async () => {
    const acts = accepting()
    server.reachable = false
    const here = await sheet()
    here.proofs.add(stroke("a"))
    here.proofs.add(stroke("b"))
    await noted(here, 2)
    const lane = here.own.record("Tide numerals", "mine", here.proofs.strokes.value)
    here.proofs.leave(lane.strokes)
    await noted(here, 3)
    server.reachable = true
    here.carrier.wake()
    await settled(here, acts, 3)
    expect(acts.done.map((one) => [one.kind, one.thing])).toEqual([
      ["keepStroke", "a"],
      ["keepStroke", "b"],
      ["keepLane", lane.key],
    ])
    expect(acts.done[2]!.body).toMatchObject({ name: "Tide numerals", position: 0, strokes: ["a", "b"] })
    expect(here.proofs.strokes.value).toEqual([])
  })

  it("lie on the device while the server is away, and outlive a closed page", async () => {
    server.reachable = false
    const before = await sheet()
    before.proofs.add(stroke("a"))
    await noted(before, 1)
    before.own.record("Gulls", "birds", before.proofs.strokes.value)
    await noted(before, 2)
    before.closeDevice()
    const after = await sheet()
    await Promise.all([after.own.open(), after.proofs.open()])
    expect(after.own.lanes.value.map((lane) => [lane.label, lane.set, ids(lane.strokes)])).toEqual([
      ["Gulls", "birds", ["a"]],
    ])
    expect(after.proofs.strokes.value).toEqual([])
    expect([...after.own.lanes.value[0]!.strokes[0]!.samples]).toEqual([...stroke("a").samples])
  })

  it("of one account never come to another, whoever is signed in meanwhile", async () => {
    const acts = accepting(8)
    const theirs = await sheet(7)
    theirs.proofs.add(stroke("t"))
    await until(() => server.bodies("POST", /acts/).length > 0)
    await until(async () => (await theirs.store.mark("way", "")) === "another account")
    expect(acts.done).toEqual([])
    expect(await theirs.store.acts.count()).toBe(1)
    theirs.closeDevice()
    const mine = await sheet(8)
    await mine.proofs.open()
    expect(mine.proofs.strokes.value).toEqual([])
  })

  it("keep their order when the clock of the tablet steps back", async () => {
    const acts = accepting()
    const here = await sheet()
    const now = vi.spyOn(Date, "now").mockReturnValue(9_000_000)
    here.proofs.add(stroke("a"))
    now.mockReturnValue(1_000)
    here.proofs.add(stroke("b"))
    now.mockRestore()
    await settled(here, acts, 2)
    expect(ids(here.proofs.strokes.value)).toEqual(["a", "b"])
    const times = acts.done.map((one) => Number(one.body.drawn_at))
    expect(times[1]).toBeGreaterThan(times[0]!)
    expect(acts.done.map((one) => one.thing)).toEqual(["a", "b"])
  })

  it("are cleared by one act, however many there are, and come back by one", async () => {
    const acts = accepting()
    const here = await sheet()
    const many = Array.from({ length: 40 }, (_, i) => stroke(`s${i}`))
    many.forEach((one) => here.proofs.add(one))
    await settled(here, acts, 40)
    const all = here.proofs.strokes.value
    here.proofs.remove(all)
    here.proofs.putBack(all)
    await settled(here, acts, 42)
    expect(acts.done.slice(40).map((one) => one.kind)).toEqual(["takeStrokes", "putStrokesBack"])
    expect(ids(here.proofs.strokes.value)).toEqual(ids(many))
  })

  it("appear where they were drawn on another device, and go where they were taken away there", async () => {
    const acts = accepting()
    const here = await sheet()
    const row = { kind: 0, erase: false, seed: 7, samples: "AAAA", drawn_at: 5, lane: null, brush: null }
    acts.touch("strokes", "theirs", { ...row, samples: btoa("\0".repeat(28)) })
    here.carrier.wake()
    await until(() => here.proofs.strokes.value.length === 1)
    expect(here.changed).toHaveBeenCalled()
    acts.touch("strokes", "theirs", null)
    here.carrier.wake()
    await until(() => here.proofs.strokes.value.length === 0)
  })

  it("lie on every sheet where no brush was kept with them, also after the store was renewed", async () => {
    accepting()
    const first = await sheet(8)
    const keys = first.store.tables.map(({ name, schema }): [string, string] => {
      const indexes = [schema.primKey, ...schema.indexes].map((one) => one.src)
      return [name, indexes.join()]
    })
    await first.closeDevice()
    const older = new Dexie("hollowmist-9")
    older.version(6).stores(Object.fromEntries(keys))
    const row = { ...stroke("old"), drawnAt: 5, lane: null }
    await older.table("strokes").bulkAdd([row, { ...row, id: "null", brush: null }])
    await older.table("strokes").add({ ...row, id: "other", brush: "tide-flick" })
    older.close()
    const here = await sheet(9)
    expect(ids(here.proofs.strokes.value)).toEqual(["null", "old"])
  })

  it("move past the neighbour of their own set, wherever the other sets' lanes lie", async () => {
    const acts = accepting()
    const here = await sheet()
    const { own } = here
    own.record("one", "mine", [stroke("a")])
    own.record("gull", "birds", [stroke("b")])
    own.record("two", "mine", [stroke("c")])
    const names = () => own.lanes.value.map((lane) => lane.label)
    own.move(own.lanes.value[2]!, -1)
    expect(names()).toEqual(["two", "one", "gull"])
    own.move(own.lanes.value[0]!, 1)
    expect(names()).toEqual(["one", "two", "gull"])
    own.move(own.lanes.value[0]!, -1)
    expect(names()).toEqual(["one", "two", "gull"])
    await settled(here, acts, 5)
    expect((await here.store.lanes.toArray()).map((one) => one.position).sort()).toEqual([0, 1, 2])
  })

  it("are loose again when the recording is undone, and in the lane when it is done again", async () => {
    const acts = accepting()
    const here = await sheet()
    const { proofs, own } = here
    proofs.add(stroke("a"))
    await settled(here, acts, 1)
    const lane = own.record("Tide numerals", "mine", proofs.strokes.value)
    proofs.leave(lane.strokes)
    await settled(here, acts, 2)
    own.takeApart(lane)
    proofs.join(lane.strokes)
    await settled(here, acts, 3)
    expect(acts.done.at(-1)).toMatchObject({ kind: "takeLaneApart", thing: lane.key })
    expect([ids(proofs.strokes.value), own.lanes.value]).toEqual([["a"], []])
    own.putBack(lane, 0)
    proofs.leave(lane.strokes)
    await settled(here, acts, 5)
    expect(own.lanes.value.map((one) => ids(one.strokes))).toEqual([["a"]])
  })

  it("stand their label above their strokes", async () => {
    accepting()
    const here = await sheet()
    expect(here.own.record("one", "mine", [stroke("a", 300), stroke("b", 140)]).at).toEqual([140, 160])
  })
})
