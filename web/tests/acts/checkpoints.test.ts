import { beforeEach, describe, expect, it, onTestFinished } from "vitest"
import { keepBoth, keepMine, makeBrush, takeTheirs } from "@/acts/keepBrush"
import {
  byTime,
  keepCheckpoint,
  labelCheckpoint,
  putCheckpointBack,
  takeCheckpoint,
} from "@/acts/keepCheckpoint"
import { markBrush, placeBack, placeBrushes } from "@/acts/placeBrush"
import { Store } from "@/device/store"
import type { BrushDocument } from "@/documents/brush"
import { byPlace } from "@/documents/places"
import { DEFAULT_BRUSH } from "@/generated/layout"

const plain = DEFAULT_BRUSH as unknown as BrushDocument
const sized = (size: number) => ({ ...plain, size }) as BrushDocument

let store: Store
let account = 100
beforeEach(() => {
  const opened = new Store(++account)
  store = opened
  onTestFinished(() => opened.close())
})

const kinds = async () => (await store.acts.orderBy("seq").toArray()).map((one) => one.kind)
const kept = async (brush: string) =>
  (await store.checkpoints.where("brush").equals(brush).toArray()).sort(byTime)

describe("checkpoints", () => {
  it("are made, labelled, taken away and put back, an act each", async () => {
    const made = await keepCheckpoint(store, { brush: "b", why: "hand", document: plain })
    await labelCheckpoint(store, made, "before the tapers")
    await takeCheckpoint(store, made.id)
    expect(await kept("b")).toEqual([])
    await putCheckpointBack(store, { ...made, label: "before the tapers" })
    expect((await kept("b"))[0]!.label).toBe("before the tapers")
    expect(await kinds()).toEqual(["keepCheckpoint", "keepCheckpoint", "takeCheckpoint", "putCheckpointBack"])
  })

  it("that make themselves are made once for a state, in order whatever the clock says", async () => {
    const one = await keepCheckpoint(store, { brush: "b", why: "visit", document: sized(9) })
    await store.checkpoints.update(one.id, { madeAt: Date.now() + 86_400_000 })
    expect((await keepCheckpoint(store, { brush: "b", why: "visit", document: sized(9) })).id).toBe(one.id)
    await keepCheckpoint(store, { brush: "b", why: "change", document: sized(12) })
    expect((await kept("b")).map(({ document }) => document.size)).toEqual([9, 12])
  })

  it("let the oldest that made itself go where there are very many, and none that was made by hand", async () => {
    const first = await keepCheckpoint(store, { brush: "b", why: "first", document: sized(1) })
    const own = await keepCheckpoint(store, { brush: "b", why: "hand", document: sized(2) })
    for (let i = 3; i < 75; i++) await keepCheckpoint(store, { brush: "b", why: "visit", document: sized(i) })
    const all = await kept("b")
    expect(all.length).toBe(62)
    expect(all.slice(0, 2).map(({ id }) => id)).toEqual([first.id, own.id])
    expect(all.at(-1)!.document.size).toBe(74)
  })

  it.each([
    ["this device's", keepMine, 20],
    ["the other's", takeTheirs, 30],
    ["both", keepBoth, 30],
  ] as const)("hold both states of two devices, when %s is chosen", async (_, choose, stands) => {
    const id = await makeBrush(store, { roll: "r", name: "Rope Ribbon", document: sized(20) })
    const mine = (await store.brushes.get(id))!
    await store.brushes.put({ ...mine, revision: 1, theirs: { ...mine, document: sized(30), revision: 2 } })
    await choose(store, id)
    expect((await kept(id)).map(({ document }) => document.size)).toEqual([30, 20])
    const now = (await store.brushes.get(id))!
    expect([now.document.size, now.theirs]).toEqual([stands, undefined])
  })
})

describe("pockets", () => {
  const order = async (roll: string) =>
    (await store.brushes.where("roll").equals(roll).toArray()).sort(byPlace).map(({ name }) => name)

  it("are filled side by side, and emptied again to where the brushes were", async () => {
    const ids: string[] = []
    for (const name of ["a", "b", "c", "d"])
      ids.push(await makeBrush(store, { roll: "r", name, document: plain }))
    const other = await makeBrush(store, { roll: "s", name: "x", document: plain })
    const [a, b, c, d] = ids as [string, string, string, string]
    const before = await placeBrushes(store, [d, b], { roll: "s", before: other })
    expect([await order("r"), await order("s")]).toEqual([
      ["a", "c"],
      ["d", "b", "x"],
    ])
    await placeBack(store, before)
    expect([await order("r"), await order("s")]).toEqual([["a", "b", "c", "d"], ["x"]])
    await placeBrushes(store, [a], { roll: "r" })
    await placeBrushes(store, [c], { roll: "r", before: b })
    expect(await order("r")).toEqual(["c", "b", "d", "a"])
  })

  it("are marked one thing at a time", async () => {
    const id = await makeBrush(store, { roll: "r", name: "a", document: plain })
    await markBrush(store, id, { favourite: true })
    await markBrush(store, id, { usedAt: 5 })
    expect(await store.brushes.get(id)).toMatchObject({ favourite: true, usedAt: 5, cover: null })
    const bodies = (await store.whole(await store.acts.where("thing").equals(id).toArray()))
      .slice(1)
      .map(({ body }) => body)
    expect(bodies.map((one) => JSON.parse(JSON.stringify(one)))).toEqual([
      { favourite: true },
      { used_at: 5 },
    ])
  })
})
