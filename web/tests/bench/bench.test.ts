import { type KeptStroke, samplesFrom } from "@/documents/stroke"
import { beforeEach, describe, expect, it, onTestFinished, vi } from "vitest"
import { ref, shallowRef } from "vue"
import { DEFAULT_BRUSH } from "@/generated/layout"
import { accepting } from "../support/accepting"
import { living, until } from "../support/scope"
import { server } from "../support/server"

const ID = "0f9e7a52-8a53-4c0e-9d0c-0c6a6a1b7b11"

/** The engine's side of the bench: it takes what it is given. */
const engine = {
  ready: Promise.resolve(),
  readings: shallowRef(),
  remeasuring: ref(false),
  dropReadings: vi.fn(),
  api: Object.fromEntries(
    ["setBrush", "setStrokes", "setOthers", "takeInHand", "setReference", "cancel"].map((name) => [
      name,
      vi.fn(),
    ]),
  ) as Record<string, ReturnType<typeof vi.fn>>,
}
vi.mock("@/engine/page/useEngine", () => ({ useEngine: () => engine }))

const shipped = {
  key: "loop",
  label: "Crossing loop",
  at: [1, 2],
  seeds: [7],
  strokes: [[[1, 2, 0, 0.5, 1.5, 0]]],
}

beforeEach(() => {
  for (const act of Object.values(engine.api)) act.mockReset()
  const kept = { name: "Rope Liner", note: "", revision: 1, kept_at: 0, place: "a0" }
  accepting().touch("brushes", ID, { ...kept, roll: "r", document: DEFAULT_BRUSH })
  server.on("GET", /lanes.*\.json/, { status: 200, body: { lanes: [shipped] } })
})

async function opened() {
  const { makeBench } = await import("@/bench/useBench")
  const { closeDevice } = await import("@/device/useDevice")
  onTestFinished(closeDevice)
  const bench = living(() => makeBench(ID, { id: 7, username: "maren" }))
  await until(() => bench.state.value !== undefined && engine.api.takeInHand!.mock.calls.length > 0)
  return bench
}

type Bench = Awaited<ReturnType<typeof opened>>
const size = (bench: Bench) => bench.state.value!.document.size
const strokesShown = () => (engine.api.setStrokes!.mock.calls.at(-1)![1] as KeptStroke[]).map((one) => one.id)

function stroke(id: string): KeptStroke {
  const samples = samplesFrom([[100, 200, 0, 0.5, 1.5, 0]])
  return { id, kind: "pen", erase: false, seed: 7, samples }
}

describe("a brush on the bench", () => {
  it("is inked at every change, and a drag is one step to undo", async () => {
    const bench = await opened()
    const before = size(bench)
    for (const value of [30, 31, 32]) bench.change("size", value)
    bench.closeStep()
    bench.change("size", 50)
    expect(engine.api.setBrush).toHaveBeenCalledTimes(5)
    bench.history.undo()
    expect(size(bench)).toBe(32)
    bench.history.undo()
    expect(size(bench)).toBe(before)
    bench.history.redo()
    expect(size(bench)).toBe(32)
  })

  it("takes two settings that are moved in turn as two steps", async () => {
    const bench = await opened()
    bench.change("size", 30)
    bench.change("opacity", 0.5)
    bench.history.undo()
    expect([size(bench), bench.state.value!.document.opacity]).toEqual([30, 1])
  })

  it("leaves no step behind where nothing changed", async () => {
    const bench = await opened()
    bench.change("size", Number(size(bench)))
    expect(bench.history.canUndo.value).toBe(false)
  })

  it("changes a response in place, and makes one where there is none", async () => {
    const bench = await opened()
    bench.changeLink("flow", "tilt", { dead: [0, 0.4] })
    expect(bench.state.value!.document.responses.flow?.tilt).toMatchObject({ on: true, dead: [0, 0.4] })
    bench.closeStep()
    bench.changeLink("flow", "tilt", { on: false })
    expect(bench.state.value!.document.responses.flow?.tilt).toMatchObject({ on: false, dead: [0, 0.4] })
    bench.history.undo()
    bench.history.undo()
    expect(bench.state.value!.document.responses.flow).toBeUndefined()
  })

  it("shows the strokes that ship, and one's own beside them", async () => {
    const bench = await opened()
    await until(() => strokesShown().includes("loop-0"))
    bench.drew(stroke("mine"))
    bench.history.undo()
    expect(strokesShown()).toEqual(["loop-0"])
    bench.history.redo()
    expect(strokesShown()).toEqual(["loop-0", "mine"])
  })

  it("brings back all strokes that were cleared at once", async () => {
    const bench = await opened()
    ;["a", "b"].forEach((id) => bench.drew(stroke(id)))
    bench.clear()
    expect(bench.proofs.strokes.value).toEqual([])
    bench.history.undo()
    expect(bench.proofs.strokes.value.map((one) => one.id)).toEqual(["a", "b"])
  })

  it("is shown on the lane that was recorded, and on what it was shown on before when that is undone", async () => {
    const bench = await opened()
    bench.drew(stroke("a"))
    bench.record("Tide numerals", "mine")
    expect(bench.state.value!.document.proofs).toBe("mine")
    expect(bench.shownLanes.value.map((lane) => lane.label)).toEqual(["Tide numerals"])
    expect(strokesShown()).toEqual(["a"])
    bench.change("size", 77)
    bench.history.undo()
    bench.history.undo()
    expect(bench.state.value!.document.proofs).toBe("")
    expect(bench.own.lanes.value).toEqual([])
    expect(bench.proofs.strokes.value.map((one) => one.id)).toEqual(["a"])
    expect(strokesShown()).toEqual(["loop-0", "a"])
  })

  it("is given its strokes once, not again at every move of a slider", async () => {
    const bench = await opened()
    bench.drew(stroke("a"))
    bench.record("Tide numerals", "mine")
    const [lanes, given] = [bench.shownLanes.value, engine.api.setStrokes!.mock.calls.length]
    for (let size = 30; size < 40; size++) bench.change("size", size)
    await until(() => bench.keeping.status.value === "kept")
    expect(bench.shownLanes.value).toBe(lanes)
    expect(engine.api.setStrokes!.mock.calls.length - given).toBeLessThanOrEqual(1)
  })

  it("records nothing where nothing is drawn", async () => {
    const bench = await opened()
    bench.record("Nothing", "mine")
    expect(bench.own.lanes.value).toEqual([])
    expect(bench.history.canUndo.value).toBe(false)
  })
})

describe("responses of the brush on the bench", () => {
  async function responses() {
    const bench = await opened()
    engine.api.traceLink = vi.fn(async () => Float32Array.from([0, 0.5, 1]))
    const { useResponses } = await import("@/bench/responses/useResponses")
    return {
      bench,
      ...living(() =>
        useResponses({ ...bench, engine: { ...engine, live: ref({ inputs: [0.2, 0.7] }) } } as never),
      ),
    }
  }

  it("are copied with curve, dead zone and pointers, and keep the range of where they go", async () => {
    const { bench, copyTo } = await responses()
    const late = {
      nodes: [
        [0, 0],
        [0.6, 0.03],
        [1, 1],
      ] as [number, number][],
      dead: [0, 0.2] as [number, number],
    }
    bench.changeLink("size", "speed", { ...late, range: [0.1, 3], pointers: ["pen"] })
    copyTo(bench.state.value!.document.responses.size!.speed!, "angle", "tilt")
    const copied = bench.state.value!.document.responses.angle!.tilt!
    expect(copied).toMatchObject({ ...late, pointers: ["pen"], on: true, range: [0, 90] })
  })

  it("are removed, and come back when that is undone", async () => {
    const { bench, remove } = await responses()
    expect(bench.state.value!.document.responses.size?.pressure).toBeDefined()
    remove({ output: "size", input: "pressure" })
    expect(bench.state.value!.document.responses.size?.pressure).toBeUndefined()
    bench.history.undo()
    expect(bench.state.value!.document.responses.size?.pressure).toBeDefined()
  })

  it("have their curve from the core, and where the hand is on each", async () => {
    const { tableOf, heard } = await responses()
    await until(() => tableOf("size", "pressure").length > 0)
    expect([...tableOf("size", "pressure")]).toEqual([0, 0.5, 1])
    expect([heard("pressure"), heard("tilt")]).toEqual([0.2, 0.7])
  })
})
