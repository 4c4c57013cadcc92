// What was taken away, let go of, or set back elsewhere while something of this device waits.
import { beforeEach, describe, expect, it } from "vitest"
import { keepCheckpoint } from "@/acts/keepCheckpoint"
import { makeSheet } from "@/acts/keepSheet"
import { letGoOf, putBack } from "@/acts/putBack"
import { inkStrokes, keepSheetStrokes } from "@/acts/sheetStrokes"
import { letGo } from "@/device/stuck"
import { newId } from "@/documents/ids"
import { defaultSheet, type Look, type SheetStroke } from "@/documents/sheet"
import { accepting, type ActsServer } from "../support/accepting"
import { device, type Device } from "../support/devices"
import { until } from "../support/scope"
import { server } from "../support/server"

const look: Look = {
  id: newId(),
  brush: null,
  name: "Pointed",
  document: { shapes: [], grain: null } as never,
}
const stroke = (sheet: string, drawnAt: number): SheetStroke => ({
  ...{ id: newId(), sheet, drawnAt, kind: "pen", erase: false, seed: 3, look: look.id, ink: "" },
  ...{ opacity: null, layer: 0, size: 12, samples: new Float32Array(7) },
})

let acts: ActsServer
let here: Device
let sheet: string
let drawn: SheetStroke

const carried = () => until(async () => (await here.store.acts.count()) === 0)
const standsAnew = () => until(async () => (await here.store.mark("stand anew", "")) === "")
const strokesThere = () => [...acts.rows.values()].filter((one) => one.table === "sheetStrokes" && one.row)

beforeEach(async () => {
  acts = accepting()
  here = await device(7)
  sheet = await makeSheet(here.store, "Label", defaultSheet())
  drawn = stroke(sheet, 1)
  await keepSheetStrokes(here.store, [drawn], [look])
  here.carrier.wake()
  await carried()
  await until(async () => (await here.store.mark("since", 0)) === acts.number)
})

/** Draw once more while the server is away; then it is there again. */
async function drawAway(meanwhile: () => void): Promise<SheetStroke> {
  server.reachable = false
  const late = stroke(sheet, 2)
  await keepSheetStrokes(here.store, [late], [])
  meanwhile()
  server.reachable = true
  here.carrier.wake()
  await until(async () => Boolean((await here.store.sheets.get(sheet))?.gone))
  return late
}

describe("a sheet that was deleted elsewhere and drawn on here", () => {
  it("is here with all that is on it, and is put back with that", async () => {
    const late = await drawAway(() => acts.touch("sheets", sheet, null))
    expect((await here.store.sheetStrokes.toArray()).map(({ id }) => id).sort()).toEqual(
      [drawn.id, late.id].sort(),
    )
    expect((await here.store.stuck.toArray()).map((one) => one.lost)).toEqual([[sheet]])
    await putBack(here.store, "sheets", sheet)
    here.carrier.wake()
    await until(() => strokesThere().length === 2)
    await carried()
    expect(await here.store.stuck.count()).toBe(0)
    expect((await here.store.sheets.get(sheet))?.gone).toBeUndefined()
  })

  it("is brought whole where the server has let go of it for good", async () => {
    await drawAway(() => acts.purge("sheets", sheet))
    expect((await here.store.sheets.get(sheet))?.gone).toBe("for good")
    await putBack(here.store, "sheets", sheet)
    here.carrier.wake()
    await until(() => strokesThere().length === 2)
    expect(acts.rows.get(sheet)?.row).toMatchObject({ name: "Label", revision: 1 })
  })

  it("stays with what was drawn meanwhile where that is told before it was carried", async () => {
    server.on("POST", /^\/api\/acts$/, { status: 503 })
    const late = stroke(sheet, 2)
    await keepSheetStrokes(here.store, [late], [])
    acts.purge("sheets", sheet)
    const { pull, standAsKept } = await import("@/device/changes")
    for (const look of [pull, standAsKept]) {
      expect(await look(here.store)).toBe(true)
      expect(await here.store.sheetStrokes.get(late.id)).toBeDefined()
      expect(await here.store.sheets.get(sheet)).toBeDefined()
    }
    server.on("POST", /^\/api\/acts$/, ({ body }) => acts.take(body))
    await until(async () => {
      here.carrier.wake()
      return (await here.store.sheets.get(sheet))?.gone === "for good"
    })
    await putBack(here.store, "sheets", sheet)
    here.carrier.wake()
    await until(() => acts.rows.get(late.id)?.row != null)
  })

  it("is drawn on, and nothing is asked, once another device has put it back", async () => {
    const { row } = acts.rows.get(sheet)!
    await drawAway(() => acts.touch("sheets", sheet, null))
    acts.touch("sheets", sheet, row)
    here.carrier.wake()
    await until(() => strokesThere().length === 2)
    await carried()
    const { gone, theirs } = (await here.store.sheets.get(sheet))!
    expect([gone, theirs, await here.store.stuck.count()]).toEqual([undefined, undefined, 0])
  })

  it("is let go of with what was drawn, on wish", async () => {
    const late = await drawAway(() => acts.touch("sheets", sheet, null))
    await letGoOf(here.store, "sheets", sheet)
    here.carrier.wake()
    await standsAnew()
    expect([await here.store.sheets.count(), await here.store.stuck.count()]).toEqual([0, 0])
    expect(await here.store.sheetStrokes.get(late.id)).toBeUndefined()
  })

  it("is asked about once, and not over and over, while nothing is chosen", async () => {
    server.reachable = false
    const { look: with_, seed } = drawn
    const inked = { look: with_, seed, size: null, ink: "#24506e", opacity: null, layer: 0 }
    await inkStrokes(here.store, [{ ...inked, id: drawn.id }], [])
    acts.touch("sheets", sheet, null)
    server.reachable = true
    here.carrier.wake()
    await until(async () => (await here.store.stuck.count()) === 1)
    acts.touch("sheetStrokes", drawn.id, acts.rows.get(drawn.id)!.row)
    here.carrier.wake()
    await until(async () => (await here.store.mark("since", 0)) === acts.number)
    const asked = () => server.sent.filter(({ path }) => path.startsWith("/api/changes")).length
    const before = asked()
    await new Promise((go) => setTimeout(go, 100))
    expect(asked() - before).toBeLessThan(3)
  })

  it("leaves nothing of what was made in it once that is let go of", async () => {
    const id = newId()
    acts.touch("brushes", id, {
      roll: newId(),
      name: "Rope",
      document: look.document,
      place: "a0",
      revision: 1,
    })
    here.carrier.wake()
    await until(async () => (await here.store.brushes.count()) === 1)
    server.reachable = false
    await keepCheckpoint(here.store, { brush: id, why: "hand", document: look.document })
    acts.touch("brushes", id, null)
    server.reachable = true
    here.carrier.wake()
    await until(async () => (await here.store.stuck.count()) === 1)
    await letGo(here.store, (await here.store.stuck.toCollection().first())!.id)
    here.carrier.wake()
    await until(async () => (await here.store.checkpoints.count()) === 0)
  })

  it("takes what is on it along where nothing of this device waits", async () => {
    acts.purge("sheets", sheet)
    here.carrier.wake()
    await until(async () => (await here.store.sheets.count()) === 0)
    expect(await here.store.sheetStrokes.count()).toBe(0)
  })
})

describe("a device whose number is too old", () => {
  it("takes everything anew, and keeps what waits", async () => {
    acts.rows.delete(drawn.id)
    server.on("POST", /^\/api\/acts$/, { status: 503 })
    const late = stroke(sheet, 2)
    await keepSheetStrokes(here.store, [late], [])
    const seen = await here.store.mark("since", 0)
    server.on("POST", /^\/api\/acts$/, ({ body }) => acts.take(body))
    let asked = 0
    server.on("GET", /^\/api\/changes/, ({ path }) => {
      const answer = acts.changes(path)
      const old = path.includes(`since=${seen}`) && asked++ === 0
      return old ? { ...answer, body: { ...(answer.body as object), changes: [], anew: true } } : answer
    })
    server.on("POST", /^\/api\/acts$/, { status: 503 })
    const { standAsKept } = await import("@/device/changes")
    expect(await standAsKept(here.store)).toBe(true)
    expect((await here.store.sheetStrokes.toArray()).map(({ id }) => id)).toEqual([late.id])
  })
})

describe("a server that was set back to a backup", () => {
  it("is told what it lacks before anything of it is taken in, whatever ends the page meanwhile", async () => {
    const { document } = (await here.store.sheets.get(sheet))!
    await here.store.sheets.update(sheet, { revision: 5, document: { ...document, tint: "#d9c7a3" } })
    let pages = 0
    server.on("GET", /^\/api\/changes/, ({ path }) => {
      const answer = acts.changes(path)
      // Its first page comes, the second does not: the page ends there.
      return ++pages % 2
        ? { ...answer, body: { ...(answer.body as object), epoch: newId(), more: true } }
        : { status: 503 }
    })
    const { pull } = await import("@/device/changes")
    expect(await pull(here.store)).toBe(false)
    expect((await here.store.sheets.get(sheet))!.document.tint).toBe("#d9c7a3")
  })

  it("is given back what it lacks also where everything is being asked for anew", async () => {
    acts.rows.delete(drawn.id)
    acts.epoch = newId()
    const { standAnew } = await import("@/device/stuck")
    await standAnew(here.store)
    here.carrier.wake()
    await standsAnew()
    expect((await here.store.sheetStrokes.toArray()).map(({ id }) => id)).toEqual([drawn.id])
    await carried()
    expect(strokesThere()).toHaveLength(1)
  })
})

describe("a server that was set back to before a sheet", () => {
  const setBack = () => {
    acts.rows.clear()
    acts.epoch = newId()
    here.carrier.wake()
  }
  const nothingStuck = async () => expect(await here.store.stuck.toArray()).toEqual([])

  it("is not told of strokes whose sheet was deleted elsewhere", async () => {
    acts.touch("sheets", sheet, null)
    here.carrier.wake()
    await until(async () => (await here.store.sheets.count()) === 0)
    expect(await here.store.sheetStrokes.count()).toBe(1)
    setBack()
    await until(async () => (await here.store.mark("epoch", "")) === acts.epoch)
    await carried()
    await nothingStuck()
    expect([strokesThere().length, await here.store.sheetStrokes.count()]).toEqual([0, 0])
  })

  it("has all of it once it is put back, where it was asked about", async () => {
    await drawAway(() => acts.touch("sheets", sheet, null))
    setBack()
    await until(async () => (await here.store.mark("epoch", "")) === acts.epoch)
    expect((await here.store.sheets.get(sheet))?.gone).toBe("for good")
    await putBack(here.store, "sheets", sheet)
    here.carrier.wake()
    await until(() => strokesThere().length === 2)
    await carried()
    await nothingStuck()
  })
})

describe("while the server is away", () => {
  it("acts are no reason to hurry", async () => {
    server.on("POST", /^\/api\/acts$/, { status: 503 })
    const sent = () => server.bodies("POST", /^\/api\/acts$/).length
    const before = sent()
    for (let i = 0; i < 40; i++) {
      await keepSheetStrokes(here.store, [stroke(sheet, 10 + i)], [])
      await new Promise((go) => setTimeout(go, 5))
    }
    expect(sent() - before).toBeLessThan(4)
  })
})

describe("while a stroke is in hand", () => {
  it("little is taken in at once, and much once it is lifted", async () => {
    const { takeInHand } = await import("@/device/inHand")
    const row = { ...drawn, kind: 0, samples: btoa("\0".repeat(28)) }
    const theirs = () => acts.touch("sheetStrokes", newId(), row)
    const asked = () => server.bodies("GET", /^\/api\/changes/).length
    const lift = takeInHand("stroke")
    theirs()
    here.carrier.wake()
    await until(async () => (await here.store.sheetStrokes.count()) === 2)
    for (let i = 0; i < 60; i++) theirs()
    const before = asked()
    here.carrier.wake()
    await until(() => asked() > before)
    await new Promise((go) => setTimeout(go, 30))
    expect(await here.store.sheetStrokes.count()).toBe(2)
    lift()
    await until(async () => (await here.store.sheetStrokes.count()) === 62)
  })
})

describe("with five thousand acts that wait", () => {
  it("the next one is kept without reading their bodies", async () => {
    here.carrier.stop()
    const many = Array.from({ length: 5000 }, (_, i) => stroke(sheet, i))
    await keepSheetStrokes(here.store, many, [])
    let bodies = 0
    here.store.bodies.hook("reading", (one) => {
      bodies++
      return one
    })
    await keepSheetStrokes(here.store, [stroke(sheet, 6000)], [])
    const { waitingThings } = await import("@/device/changes")
    expect((await waitingThings(here.store)).size).toBe(5001)
    expect(bodies).toBe(0)
  })
})
