import { describe, expect, it } from "vitest"
import type { SourceState } from "@/prep/useSourceKeeping"
import { living, until } from "./scope"
import { server } from "./server"

const ID = "5a3b2c1d-0000-4000-8000-0c6a6a1b7b11"
const PATH = new RegExp(`^/api/sources/${ID}$`)
const recipe = (...kinds: string[]) => ({
  start: { kind: "picture" },
  steps: kinds.map((kind) => ({ kind })),
})

const kept = (revision: number, ...steps: string[]) => ({
  ...{ id: ID, name: "Slate", note: "", makes: "grain", revision },
  recipe: recipe(...steps),
})
const state = (...steps: string[]) =>
  ({ name: "Slate", note: "", makes: "grain", recipe: recipe(...steps) }) as unknown as SourceState

async function opened() {
  const { useSourceKeeping } = await import("@/prep/useSourceKeeping")
  const keeping = living(() => useSourceKeeping(ID, "maren"))
  return { keeping, first: await keeping.open() }
}

async function waiting() {
  const { outbox } = await import("@/device/outbox")
  return (await outbox()).get("sources", ID)
}

describe("keeping a source", () => {
  it("sends the last of many changes, from the state it was made from", async () => {
    server.on("GET", PATH, { status: 200, body: kept(2) })
    server.on("PUT", PATH, { status: 200, body: kept(3, "levels", "blur") })
    const { keeping } = await opened()
    keeping.keep(state("levels"))
    keeping.keep(state("levels", "blur"))
    await until(() => keeping.standing.value === "kept")
    expect(server.bodies("PUT", PATH)).toMatchObject([{ revision: 2, recipe: recipe("levels", "blur") }])
    expect(await waiting()).toBeUndefined()
  })

  it("leaves a change on the device while the server is away, and sends it when the network is back", async () => {
    server.on("GET", PATH, { status: 200, body: kept(2) })
    server.on("PUT", PATH, { status: 200, body: kept(3, "invert") })
    const { keeping } = await opened()
    server.reachable = false
    keeping.keep(state("invert"))
    await until(() => keeping.standing.value === "waiting")
    expect(await waiting()).toMatchObject({ revision: 2, recipe: recipe("invert") })
    server.reachable = true
    window.dispatchEvent(new Event("online"))
    await until(() => keeping.standing.value === "kept")
    expect(await waiting()).toBeUndefined()
  })

  it("opens with what waits, and does not hide that another state came in between", async () => {
    server.on("GET", PATH, { status: 200, body: kept(5, "levels") })
    server.on("PUT", PATH, { status: 409, body: { theirs: kept(5, "levels") } })
    const { outbox } = await import("@/device/outbox")
    await (await outbox()).put("sources", { id: ID, account: "maren", revision: 4, ...state("blur") })
    const { keeping, first } = await opened()
    expect(first).toEqual(state("blur"))
    await until(() => keeping.standing.value === "conflict")
    expect(server.bodies("PUT", PATH)).toMatchObject([{ revision: 4 }])
    expect(await keeping.takeTheirs()).toEqual(state("levels"))
    expect(await waiting()).toBeUndefined()
  })

  it("keeps mine over the other state where that is wished", async () => {
    server.on("GET", PATH, { status: 200, body: kept(1) })
    server.on("PUT", PATH, { status: 409, body: { theirs: kept(9, "levels") } })
    const { keeping } = await opened()
    keeping.keep(state("blur"))
    await until(() => keeping.standing.value === "conflict")
    server.on("PUT", PATH, { status: 200, body: kept(10, "blur") })
    await keeping.keepMine()
    expect(server.bodies("PUT", PATH).at(-1)).toMatchObject({ revision: 9, recipe: recipe("blur") })
    expect(keeping.standing.value).toBe("kept")
  })

  it("says why a recipe is refused, and that a source is not there", async () => {
    server.on("GET", PATH, { status: 200, body: kept(1) })
    server.on("PUT", PATH, { status: 400, body: { detail: "blur: 900 px is too much" } })
    const { keeping } = await opened()
    keeping.keep(state("blur"))
    await until(() => keeping.standing.value === "refused")
    expect(keeping.message.value).toBe("blur: 900 px is too much")
    server.on("GET", PATH, { status: 404 })
    const gone = await opened()
    expect(gone.first).toBeUndefined()
    expect(gone.keeping.message.value).toContain("not among yours")
  })
})
