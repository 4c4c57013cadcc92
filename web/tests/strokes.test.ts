import { describe, expect, it, vi } from "vitest"
import type { KeptStroke } from "@/engine/desk"
import { samplesFrom } from "@/engine/sheet"
import { living, until } from "./scope"
import { server } from "./server"

const STROKES = /^\/api\/proof-strokes/
const LANES = /^\/api\/lanes/

function stroke(id: string, x = 100): KeptStroke {
  const samples = samplesFrom([
    [x, 200, 0, 0.5, 1.5, 0],
    [x + 50, 220, 8, 0.6, 1.5, 0],
  ])
  return { id, kind: "pen", erase: false, seed: 7, samples }
}

/** Loose strokes and lanes with the queue they share; `refused` counts what the server would not take. */
async function sheet(account = "maren") {
  const [{ useStrokeQueue }, { useProofStrokes }, { useOwnLanes }] = await Promise.all([
    import("@/bench/useStrokeQueue"),
    import("@/bench/useProofStrokes"),
    import("@/bench/useOwnLanes"),
  ])
  const refused = vi.fn()
  return living(() => {
    const queue = useStrokeQueue(account, refused)
    return { queue, proofs: useProofStrokes(queue, "label-monoline"), own: useOwnLanes(queue), refused }
  })
}

function accepting() {
  server.on("PUT", STROKES, { status: 200, body: {} })
  server.on("DELETE", STROKES, { status: 204 })
  server.on("PUT", LANES, { status: 200, body: {} })
  server.on("DELETE", LANES, { status: 204 })
  server.on("GET", STROKES, { status: 200, body: [] })
  server.on("GET", LANES, { status: 200, body: [] })
}

const sentPaths = () =>
  server.sent.filter((one) => one.method !== "GET").map((one) => `${one.method} ${one.path}`)

async function settled(queue: { strokes: () => Promise<unknown[]>; lanes: () => Promise<unknown[]> }) {
  await until(async () => (await queue.strokes()).length + (await queue.lanes()).length === 0)
}

describe("strokes and lanes of one's own", () => {
  it("are sent in the order in which they were made", async () => {
    accepting()
    const { queue, proofs, own } = await sheet()
    proofs.add(stroke("a"))
    proofs.add(stroke("b"))
    const lane = own.record("Tide numerals", "mine", proofs.strokes.value)
    proofs.leave(lane.strokes)
    await settled(queue)
    expect(sentPaths()).toEqual([
      "PUT /api/proof-strokes/a",
      "PUT /api/proof-strokes/b",
      `PUT /api/lanes/${lane.key}`,
    ])
    expect(server.bodies("PUT", LANES)).toMatchObject([
      { name: "Tide numerals", set_name: "mine", hidden: false, position: 0, strokes: ["a", "b"] },
    ])
    expect(proofs.strokes.value).toEqual([])
  })

  it("wait on the device while the server is away, and outlive a closed page", async () => {
    server.reachable = false
    const before = await sheet()
    before.proofs.add(stroke("a"))
    before.own.record("Gulls", "birds", before.proofs.strokes.value)
    await until(() => before.queue.away.value)
    const after = await sheet()
    await after.own.open()
    await after.proofs.open()
    expect(after.own.lanes.value.map((lane) => [lane.label, lane.set, lane.strokes.length])).toEqual([
      ["Gulls", "birds", 1],
    ])
    // What lies in a lane that waits is not loose as well.
    expect(after.proofs.strokes.value).toEqual([])
    expect([...after.own.lanes.value[0]!.strokes[0]!.samples]).toEqual([...stroke("a").samples])
    server.reachable = true
    accepting()
    await settled(after.queue)
    expect(server.bodies("PUT", LANES)).toMatchObject([{ name: "Gulls", strokes: ["a"] }])
    await until(() => !after.queue.away.value)
  })

  it("of another account on the same device stay its own", async () => {
    server.reachable = false
    const theirs = await sheet("tove")
    theirs.proofs.add(stroke("t"))
    await until(() => theirs.queue.away.value)
    const mine = await sheet("maren")
    await mine.proofs.open()
    expect(mine.proofs.strokes.value).toEqual([])
  })

  it("are loose again when the recording is undone, and in the lane when it is done again", async () => {
    accepting()
    const { queue, proofs, own } = await sheet()
    proofs.add(stroke("a"))
    const lane = own.record("Tide numerals", "mine", proofs.strokes.value)
    proofs.leave(lane.strokes)
    await settled(queue)
    own.takeApart(lane)
    proofs.join(lane.strokes)
    await settled(queue)
    expect(sentPaths().at(-1)).toBe(`DELETE /api/lanes/${lane.key}?apart=true`)
    expect(own.lanes.value).toEqual([])
    own.put(lane, 0)
    proofs.leave(lane.strokes)
    await settled(queue)
    expect(server.bodies("PUT", LANES)).toHaveLength(2)
    expect(own.lanes.value).toHaveLength(1)
  })

  it("move past the neighbour of their own set, wherever the other sets' lanes lie", async () => {
    accepting()
    const { queue, own } = await sheet()
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
    await settled(queue)
  })

  it("are renamed and hidden at once, and the last state is what is sent", async () => {
    server.reachable = false
    const { queue, own } = await sheet()
    const lane = own.record("one", "mine", [stroke("a")])
    own.change(lane, { label: "Tide numerals" })
    own.change(own.lanes.value[0]!, { hidden: true })
    expect(own.lanes.value[0]).toMatchObject({ label: "Tide numerals", hidden: true })
    await until(() => queue.away.value)
    server.reachable = true
    accepting()
    window.dispatchEvent(new Event("online"))
    await settled(queue)
    expect(server.bodies("PUT", LANES)).toMatchObject([{ name: "Tide numerals", hidden: true }])
  })

  it("stand their label above their strokes", async () => {
    accepting()
    const { queue, own } = await sheet()
    expect(own.record("one", "mine", [stroke("a", 300), stroke("b", 140)]).at).toEqual([140, 160])
    await settled(queue)
  })

  it("are shown as they really are after the server refused one for good", async () => {
    accepting()
    server.on("PUT", LANES, { status: 400, body: { detail: "you have 60 lanes; delete one first" } })
    const { queue, own, refused } = await sheet()
    own.record("one too many", "mine", [stroke("a")])
    await settled(queue)
    await until(() => refused.mock.calls.length === 1)
    await own.open()
    expect(own.lanes.value).toEqual([])
  })

  it("drawn and taken off again before the server was reached are not sent as drawn", async () => {
    server.reachable = false
    const { queue, proofs } = await sheet()
    const one = stroke("a")
    proofs.add(one)
    proofs.remove([one])
    await until(() => queue.away.value)
    server.reachable = true
    accepting()
    await settled(queue)
    expect(sentPaths()).toEqual(["DELETE /api/proof-strokes/a"])
  })
})

describe("the device's own store", () => {
  it("gives strokes that waited before samples had a twist one of zero", async () => {
    const { openDB } = await import("idb")
    const old = await openDB("hollowmist", 2, {
      upgrade(db) {
        for (const name of ["brushes", "strokes", "sources"]) db.createObjectStore(name, { keyPath: "id" })
      },
    })
    const samples = Float32Array.from([1, 2, 3, 0.5, 1.5, 0, 4, 5, 6, 0.7, 1.4, 0.1])
    await old.put("strokes", { id: "old", account: "maren", at: 1, act: "keep", samples })
    old.close()
    const { outbox } = await import("@/api/outbox")
    const now = await (await outbox()).get("strokes", "old")
    const rounded = [...now!.samples].map((value) => Number(value.toFixed(3)))
    expect(rounded).toEqual([1, 2, 3, 0.5, 1.5, 0, 0, 4, 5, 6, 0.7, 1.4, 0.1, 0])
    expect(await (await outbox()).getAll("lanes")).toEqual([])
  })
})
