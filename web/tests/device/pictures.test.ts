import { describe, expect, it, onTestFinished } from "vitest"
import { keepPicture } from "@/device/pictures"
import type { Store } from "@/device/store"
import { accepting } from "../support/accepting"
import { until } from "../support/scope"
import { server } from "../support/server"

const RECIPE = { start: { kind: "picture" }, steps: [] }
const PUT = /^\/api\/pictures\//
const bytes = (...values: number[]) => new Uint8Array(values)

/** A server that keeps one roll. */
function keeping() {
  const acts = accepting()
  acts.touch("rolls", "r", { name: "Shore", note: "", tint: "", place: "a0" })
  return acts
}

async function device() {
  const [{ openDevice, closeDevice }, { makeSource }, { makeBrush }] = await Promise.all([
    import("@/device/useDevice"),
    import("@/acts/keepSource"),
    import("@/acts/keepBrush"),
  ])
  onTestFinished(closeDevice)
  return { ...openDevice({ id: 7 }), makeSource, makeBrush }
}

/** A source of three pictures that are made here. */
async function source(store: Store, first: number) {
  const [original, working, picture] = [
    await keepPicture(store, bytes(first, 1)),
    await keepPicture(store, bytes(first, 2)),
    await keepPicture(store, bytes(first, 3)),
  ]
  return { name: "gravel", note: "", makes: "grain", recipe: RECIPE, original, working, picture } as const
}

describe("pictures that are made on the device", () => {
  it("go ahead of the source that needs them, once, and stand as they are", async () => {
    const acts = accepting()
    const { store, makeSource } = await device()
    const made = await source(store, 1)
    const { id } = await makeSource(store, made)
    await until(() => acts.rows.get(id)?.row?.picture === made.picture)
    expect([...acts.pictures].sort()).toEqual([made.original, made.working, made.picture].sort())
    const order = server.sent.map((one) => `${one.method} ${one.path.split("/")[2]}`)
    expect(order.indexOf("POST acts")).toBeGreaterThan(order.lastIndexOf("PUT pictures"))
    await makeSource(store, made)
    await until(() => acts.done.length === 2)
    expect(server.bodies("PUT", PUT).length).toBe(3)
    expect(acts.done[1]!.body.name).toBe("gravel 2")
  })

  it("go ahead of a brush that uses them, though its source waits", async () => {
    const acts = keeping()
    const { store, makeBrush } = await device()
    const picture = await keepPicture(store, bytes(9))
    const document = { shapes: [], grain: { picture, source: null } } as never
    await makeBrush(store, { roll: "r", name: "Stone", document })
    await until(() => acts.done.length === 1)
    expect([...acts.pictures]).toEqual([picture])
  })

  it("wait where they cannot be brought, and nothing that needs them goes", async () => {
    const acts = accepting()
    server.on("PUT", PUT, { status: 503 })
    const { store, carrier, makeSource } = await device()
    await makeSource(store, await source(store, 2))
    await until(() => server.bodies("PUT", PUT).length > 0)
    expect(acts.done).toEqual([])
    server.on("PUT", PUT, ({ path }) => acts.takePicture(path))
    carrier.wake()
    await until(() => acts.done.length === 1)
    expect(acts.pictures.size).toBe(3)
  })

  it("that are not taken hold their source apart, with what was said, and all else goes on", async () => {
    const acts = keeping()
    server.on("PUT", PUT, { status: 413, body: { detail: "The file has 21 MB; up to 20 MB are taken." } })
    const { store, makeSource, makeBrush } = await device()
    await makeSource(store, await source(store, 3))
    await makeBrush(store, { roll: "r", name: "Plain", document: { shapes: [], grain: null } as never })
    await until(() => acts.done.length === 1)
    expect(acts.done[0]!.kind).toBe("keepBrush")
    expect((await store.stuck.toArray()).map((one) => one.detail)).toEqual([
      "The file has 21 MB; up to 20 MB are taken.",
    ])
  })

  it("are brought anew to a server that was set back to a backup", async () => {
    const acts = accepting()
    const { store, carrier, makeSource } = await device()
    const made = await source(store, 4)
    const { id } = await makeSource(store, made)
    await until(async () => (await store.acts.count()) === 0 && acts.rows.has(id))
    acts.rows.clear()
    acts.pictures.clear()
    acts.epoch = "5f8d6a3e-1111-4a4b-9c9c-0123456789ab"
    carrier.wake()
    await until(() => acts.rows.get(id)?.row?.picture === made.picture)
    expect(acts.pictures.has(made.working)).toBe(true)
  })

  it("are here before they are needed, and stay no longer than something names them", async () => {
    const acts = accepting()
    const shown = "a".repeat(64)
    acts.touch("brushes", "b", {
      ...{ name: "Stone", note: "", roll: "r", place: "a0", revision: 1, kept_at: 0 },
      document: { shapes: [{ picture: shown, source: null }], grain: null },
    })
    server.on("GET", PUT, { status: 200, body: [1, 2] })
    const { store, carrier } = await device()
    await until(async () => (await store.pictures.get(shown)) !== undefined)
    const left = await keepPicture(store, bytes(5))
    const fresh = await keepPicture(store, bytes(6))
    await store.pictures.update(left, { at: Date.now() - 3_600_000 })
    await store.pictures.update(shown, { at: 0 })
    carrier.wake()
    await until(async () => (await store.pictures.get(left)) === undefined)
    expect(await store.pictures.toCollection().primaryKeys()).toEqual([shown, fresh].sort())
  })
})
