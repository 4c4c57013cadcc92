import { describe, expect, it } from "vitest"
import type { BrushState } from "@/bench/useKeeping"
import { living, until } from "./scope"
import { server } from "./server"

const ID = "0f9e7a52-8a53-4c0e-9d0c-0c6a6a1b7b11"
const PATH = new RegExp(`^/api/brushes/${ID}$`)

function kept(revision: number, size: number, name = "Rope Liner") {
  const document = { size }
  const roll = { roll: "r1", roll_name: "Chart inking" }
  return { id: ID, name, note: "", revision, kept_at: "2026-11-26T10:42:00Z", document, ...roll }
}

const state = (size: number, name = "Rope Liner") =>
  ({ name, note: "", document: { size } }) as unknown as BrushState

async function opened() {
  const { useKeeping } = await import("@/bench/useKeeping")
  return living(() => useKeeping(ID, "maren"))
}

async function waiting() {
  const { outbox } = await import("@/api/outbox")
  return (await outbox()).get("brushes", ID)
}

describe("keeping a brush", () => {
  it("opens what is kept, and sends a change with the revision it was made from", async () => {
    server.on("GET", PATH, { status: 200, body: kept(3, 20) })
    server.on("PUT", PATH, { status: 200, body: kept(4, 24) })
    const keeping = await opened()
    expect((await keeping.open())?.document.size).toBe(20)
    expect(keeping.standing.value).toBe("kept")
    keeping.keep(state(24))
    expect(keeping.standing.value).toBe("keeping")
    await until(() => keeping.standing.value === "kept")
    expect(server.bodies("PUT", PATH)).toMatchObject([{ revision: 3, document: { size: 24 } }])
    expect(await waiting()).toBeUndefined()
  })

  it("sends the last of many changes only", async () => {
    server.on("GET", PATH, { status: 200, body: kept(1, 20) })
    server.on("PUT", PATH, { status: 200, body: kept(2, 29) })
    const keeping = await opened()
    await keeping.open()
    for (let size = 21; size < 30; size++) keeping.keep(state(size))
    await until(() => keeping.standing.value === "kept")
    expect(server.bodies("PUT", PATH)).toHaveLength(1)
    expect(server.bodies("PUT", PATH)).toMatchObject([{ document: { size: 29 } }])
  })

  it("leaves a change on the device while the server is away, and sends it when it is back", async () => {
    server.on("GET", PATH, { status: 200, body: kept(1, 20) })
    const keeping = await opened()
    await keeping.open()
    server.reachable = false
    keeping.keep(state(33))
    await until(() => keeping.standing.value === "waiting")
    expect((await waiting())?.document).toEqual({ size: 33 })
    server.reachable = true
    server.on("PUT", PATH, { status: 200, body: kept(2, 33) })
    await until(() => keeping.standing.value === "kept")
    expect(await waiting()).toBeUndefined()
  })

  it("shows what waits on this device before what is kept, whoever closed the page", async () => {
    server.on("GET", PATH, { status: 200, body: kept(5, 20) })
    server.on("PUT", PATH, { status: 200, body: kept(5, 41) })
    const { outbox } = await import("@/api/outbox")
    const mine = { id: ID, account: "maren", revision: 4, ...state(41) }
    await (await outbox()).put("brushes", mine)
    const keeping = await opened()
    expect((await keeping.open())?.document.size).toBe(41)
    await until(() => server.bodies("PUT", PATH).length > 0)
    // From the state it was made from, so that a change in between is not lost.
    expect(server.bodies("PUT", PATH)).toMatchObject([{ revision: 4 }])
  })

  it("does not show what another account left on the device", async () => {
    server.on("GET", PATH, { status: 200, body: kept(5, 20) })
    const { outbox } = await import("@/api/outbox")
    await (await outbox()).put("brushes", { id: ID, account: "tove", revision: 4, ...state(41) })
    const keeping = await opened()
    expect((await keeping.open())?.document.size).toBe(20)
  })

  it("holds both states when the brush was changed on another device", async () => {
    server.on("GET", PATH, { status: 200, body: kept(1, 20) })
    server.on("PUT", PATH, { status: 409, body: { detail: "stale", theirs: kept(7, 50) } })
    const keeping = await opened()
    await keeping.open()
    keeping.keep(state(30))
    await until(() => keeping.standing.value === "conflict")
    expect(keeping.theirs.value?.document).toEqual({ size: 50 })
    expect(keeping.wanted()?.document.size).toBe(30)
    // More changes are not sent over theirs.
    keeping.keep(state(31))
    server.on("PUT", PATH, { status: 200, body: kept(8, 31) })
    await keeping.keepMine()
    await until(() => keeping.standing.value === "kept")
    expect(server.bodies("PUT", PATH).at(-1)).toMatchObject({ revision: 7, document: { size: 31 } })
  })

  it("takes the other state, or keeps both", async () => {
    server.on("GET", PATH, { status: 200, body: kept(1, 20) })
    server.on("PUT", PATH, { status: 409, body: { theirs: kept(7, 50) } })
    const copies = /^\/api\/rolls\/r1\/brushes$/
    server.on("POST", copies, { status: 201, body: { ...kept(1, 30), id: "copy" } })
    const keeping = await opened()
    await keeping.open()
    keeping.keep(state(30))
    await until(() => keeping.standing.value === "conflict")
    expect(await keeping.keepBoth()).toBe("copy")
    expect(server.bodies("POST", copies)).toMatchObject([
      { name: "Rope Liner (this device)", document: { size: 30 } },
    ])
    expect(keeping.standing.value).toBe("kept")
    expect(await waiting()).toBeUndefined()
  })

  it("says why a change is refused, and keeps it on the device", async () => {
    server.on("GET", PATH, { status: 200, body: kept(1, 20) })
    server.on("PUT", PATH, { status: 400, body: { detail: "size: 9000 is not allowed" } })
    const keeping = await opened()
    await keeping.open()
    keeping.keep(state(9000))
    await until(() => keeping.standing.value === "refused")
    expect(keeping.message.value).toBe("size: 9000 is not allowed")
    expect((await waiting())?.document).toEqual({ size: 9000 })
  })

  it("tells a brush that is gone from one that never was, and puts it back", async () => {
    server.on("GET", PATH, { status: 200, body: kept(1, 20) })
    server.on("PUT", PATH, { status: 404 })
    server.on("POST", new RegExp(`${ID}/restore$`), { status: 200, body: kept(2, 20) })
    const keeping = await opened()
    await keeping.open()
    keeping.keep(state(30))
    await until(() => keeping.standing.value === "gone")
    server.on("PUT", PATH, { status: 200, body: kept(3, 30) })
    await keeping.putBack()
    expect(keeping.standing.value).toBe("kept")
    expect(server.bodies("PUT", PATH).at(-1)).toMatchObject({ revision: 2, document: { size: 30 } })
  })

  it("cannot open a brush that is in none of the rolls", async () => {
    const keeping = await opened()
    expect(await keeping.open()).toBeUndefined()
    expect(keeping.standing.value).toBe("missing")
    expect(keeping.message.value).toContain("not in any of your rolls")
  })
})
