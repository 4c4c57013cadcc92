import { beforeEach, describe, expect, it, onTestFinished, vi } from "vitest"
import {
  changePaper,
  changeSheet,
  copySheet,
  keepBothSheets,
  keepMySheet,
  makeSheet,
  putSheetBack,
  takeSheet,
} from "@/acts/keepSheet"
import { inkStrokes, keepSheetStrokes, putSheetStrokesBack, takeSheetStrokes } from "@/acts/sheetStrokes"
import { Store } from "@/device/store"
import type { BrushDocument } from "@/documents/brush"
import { newId } from "@/documents/ids"
import { defaultSheet, lengthOf, pxOf, type Look, type SheetStroke } from "@/documents/sheet"
import { sizeTold } from "@/documents/sheetWords"
import { samplesFrom } from "@/documents/stroke"
import { DEFAULT_BRUSH } from "@/generated/layout"
import { useSheetStrokes } from "@/sheets/paper/useSheetStrokes"
import { living } from "../support/scope"

let store: Store
let account = 700
beforeEach(() => {
  const opened = new Store(++account)
  store = opened
  onTestFinished(() => opened.close())
})

const look: Look = {
  id: newId(),
  brush: null,
  name: "Pointed",
  document: DEFAULT_BRUSH as unknown as BrushDocument,
}
const stroke = (sheet: string, drawnAt = 1): SheetStroke => ({
  ...{ id: newId(), sheet, drawnAt, kind: "pen", erase: false, seed: 3, look: look.id, ink: "#1e2a2d" },
  ...{ opacity: null, layer: 0, size: 12, samples: samplesFrom([[1, 2, 0, 0.5, 1, 0]]) },
})
const acts = async () =>
  (await store.whole(await store.acts.orderBy("seq").toArray())).map(({ kind, body }) => ({ kind, body }))
const kinds = async () => (await acts()).map(({ kind }) => kind)

describe("acts on sheets", () => {
  it("keep a document whole, made from the state that was here, and a name by itself", async () => {
    const id = await makeSheet(store, "Label", defaultSheet())
    await store.acts.toCollection().modify({ sent: true })
    await store.sheets.update(id, { revision: 3 })
    await changeSheet(store, id, { name: "Tin label" })
    await store.acts.toCollection().modify({ sent: true })
    await changePaper(store, id, { tint: "#d9c7a3" })
    const [, , name, change] = await acts()
    expect(name!.body).toEqual({ name: "Tin label" })
    expect(change!.body).toEqual({ document: { ...defaultSheet(), tint: "#d9c7a3" } })
    expect((await store.acts.orderBy("seq").last())!.base).toBe(3)
  })

  it("are one while a setting moves, with all that was changed since the last was sent", async () => {
    const id = await makeSheet(store, "Label", defaultSheet())
    await store.acts.toCollection().modify({ sent: true })
    await changePaper(store, id, { follows: true })
    await changeSheet(store, id, { name: "Tin label" })
    await changePaper(store, id, { tint: "#d9c7a3" })
    await changePaper(store, id, { tint: "#c9bfa8" })
    const [, , ...changes] = await acts()
    expect(changes.map(({ body }) => body)).toEqual([
      { name: "Tin label", document: { ...defaultSheet(), follows: true, tint: "#c9bfa8" } },
    ])
  })

  it("leave the choice where another device made another state, and keep what is drawn of both", async () => {
    const id = await makeSheet(store, "Label", defaultSheet())
    await keepSheetStrokes(store, [stroke(id)], [look])
    const { document } = (await store.sheets.get(id))!
    const theirs = { name: "Label", note: "", usedAt: 1, revision: 4, keptAt: 1 }
    await store.sheets.update(id, { theirs: { ...theirs, document: { ...document, tint: "#c9bfa8" } } })
    await store.acts.clear()
    await changePaper(store, id, { tint: "#ffffff" })
    expect(await kinds()).toEqual([])
    const copy = await keepBothSheets(store, id)
    expect((await store.sheets.get(copy))!).toMatchObject({
      name: "Label (this device)",
      document: { tint: "#ffffff" },
    })
    expect((await store.sheets.get(id))!).toMatchObject({ revision: 4, document: { tint: "#c9bfa8" } })
    expect(await store.sheetStrokes.where("sheet").equals(copy).count()).toBe(1)
    await store.sheets.update(id, { theirs: { ...theirs, document, revision: 5 } })
    await keepMySheet(store, id)
    expect((await store.acts.where("thing").equals(id).last())!.base).toBe(5)
    expect((await store.sheets.get(id))!.theirs).toBeUndefined()
  })

  it("keep a look once, before the strokes that need it", async () => {
    const sheet = await makeSheet(store, "Label", defaultSheet())
    await keepSheetStrokes(store, [stroke(sheet)], [look])
    await keepSheetStrokes(store, [stroke(sheet, 2)], [look])
    expect(await kinds()).toEqual([
      "keepSheet",
      "markSheet",
      "keepLook",
      "keepSheetStroke",
      "keepSheetStroke",
    ])
  })

  it("ink strokes otherwise as one act, and never touch their samples", async () => {
    const sheet = await makeSheet(store, "Label", defaultSheet())
    const [one, two] = [stroke(sheet), stroke(sheet, 2)]
    await keepSheetStrokes(store, [one, two], [look])
    const how = { look: look.id, seed: 9, size: 40, ink: "#b4532a", opacity: 0.5, layer: 1 }
    await inkStrokes(
      store,
      [one, two].map(({ id }) => ({ id, ...how })),
      [],
    )
    const kept = await store.sheetStrokes.toArray()
    expect(kept.map(({ ink, size }) => [ink, size])).toEqual([
      ["#b4532a", 40],
      ["#b4532a", 40],
    ])
    expect(kept.every(({ samples }) => samples[1] === 2)).toBe(true)
    expect((await kinds()).at(-1)).toBe("inkStrokes")
  })

  it("take strokes off and put them back, and copy and delete a sheet with all on it", async () => {
    const sheet = await makeSheet(store, "Label", defaultSheet())
    const one = stroke(sheet)
    await keepSheetStrokes(store, [one], [look])
    await takeSheetStrokes(store, [one.id])
    expect(await store.sheetStrokes.count()).toBe(0)
    await putSheetStrokesBack(store, [one])
    const copy = await copySheet(store, sheet, "Label 2")
    expect(await store.sheetStrokes.where("sheet").equals(copy).count()).toBe(1)
    const was = (await store.sheets.get(sheet))!
    await takeSheet(store, sheet)
    await putSheetBack(store, was)
    expect(await store.sheets.count()).toBe(2)
  })
})

describe("strokes of a sheet on the screen", () => {
  it("follow what another tab adds, inks otherwise and takes away, reading only what is new", async () => {
    const sheet = await makeSheet(store, "Label", defaultSheet())
    const changes: object[] = []
    const { strokes, open } = living(() => useSheetStrokes(store, sheet, (change) => changes.push(change)))
    await open()
    const one = stroke(sheet)
    await keepSheetStrokes(store, [one], [look])
    await expect.poll(() => strokes.value.size).toBe(1)
    await inkStrokes(
      store,
      [{ id: one.id, look: look.id, seed: 3, size: 50, ink: "", opacity: null, layer: 0 }],
      [],
    )
    await expect.poll(() => strokes.value.get(one.id)?.size).toBe(50)
    await takeSheetStrokes(store, [one.id])
    await expect.poll(() => strokes.value.size).toBe(0)
    expect(changes).toHaveLength(3)
  })

  it("are followed by reading what changed, of however many", async () => {
    const sheet = await makeSheet(store, "Label", defaultSheet())
    const many = Array.from({ length: 300 }, (_, i) => stroke(sheet, i))
    await keepSheetStrokes(store, many, [look])
    const { strokes, open, add, remove } = living(() => useSheetStrokes(store, sheet, () => {}))
    await open()
    let read = 0
    store.sheetStrokes.hook("reading", (row) => {
      read++
      return row
    })
    add([stroke(sheet, 400)])
    remove([many[0]!])
    const theirs = stroke(sheet, 500)
    await keepSheetStrokes(store, [theirs], [])
    await expect.poll(() => strokes.value.has(theirs.id)).toBe(true)
    expect(strokes.value.size).toBe(301)
    expect(read).toBeLessThan(10)
    // So many at once that no keys are told.
    await keepSheetStrokes(
      store,
      Array.from({ length: 60 }, (_, i) => stroke(sheet, 600 + i)),
      [],
    )
    await expect.poll(() => strokes.value.size).toBe(361)
  })

  it("are read again where an act of this tab was done while they were read", async () => {
    const sheet = await makeSheet(store, "Label", defaultSheet())
    await keepSheetStrokes(store, [], [look])
    const { strokes, open, add } = living(() => useSheetStrokes(store, sheet, () => {}))
    await open()
    const real = store.sheetStrokes.bulkGet.bind(store.sheetStrokes)
    let goOn = () => {}
    const read = vi
      .spyOn(store.sheetStrokes, "bulkGet")
      .mockImplementationOnce(((ids: string[]) =>
        new Promise<void>((go) => (goOn = go)).then(() => real(ids))) as never)
    const theirs = stroke(sheet)
    await keepSheetStrokes(store, [theirs], [])
    await expect.poll(() => read.mock.calls.length).toBe(1)
    add([stroke(sheet, 2)])
    await expect.poll(() => store.rests).toBe(true)
    goOn()
    await expect.poll(() => strokes.value.has(theirs.id)).toBe(true)
    read.mockRestore()
  })

  it("go back to what the store has where they could not be kept", async () => {
    const sheet = await makeSheet(store, "Label", defaultSheet())
    const [lies, late] = [stroke(sheet), stroke(sheet, 2)]
    await keepSheetStrokes(store, [lies], [look])
    const { strokes, open, add } = living(() => useSheetStrokes(store, sheet, () => {}))
    await open()
    vi.spyOn(console, "error").mockImplementation(() => {})
    const full = vi.spyOn(store.acts, "add").mockRejectedValue(new Error("no room"))
    add([late])
    expect(strokes.value.size).toBe(2)
    await expect.poll(() => [...strokes.value.keys()]).toEqual([lies.id])
    full.mockRestore()
  })
})

describe("lengths on paper", () => {
  it("are the same in every unit", () => {
    expect(pxOf(210, "mm", 300)).toBeCloseTo(2480.3, 1)
    expect(pxOf(2, "inch", 300)).toBe(600)
    expect(pxOf(77, "px", 300)).toBeCloseTo(77, 9)
    for (const unit of ["mm", "inch", "px"] as const)
      expect(lengthOf(pxOf(3.7, unit, 144), unit, 144)).toBeCloseTo(3.7, 9)
    expect(sizeTold(defaultSheet())).toBe("148 × 210 mm")
  })
})
