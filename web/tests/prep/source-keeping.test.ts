import { describe, expect, it, onTestFinished, vi } from "vitest"
import type { SourceState } from "@/prep/useSourceKeeping"
import { accepting, type ActsServer } from "../support/accepting"
import { living, until } from "../support/scope"
import { server } from "../support/server"

const ID = "5b8f0c3e-2222-4a4b-9c9c-0123456789ab"
const ACTS = /^\/api\/acts$/

const recipe = (radius: number) => ({
  start: { kind: "picture" },
  steps: [{ kind: "blur", on: true, radius }],
})
const state = (radius: number, name = "gravel") =>
  ({ name, note: "", makes: "grain", recipe: recipe(radius) }) as unknown as SourceState
const row = (radius: number, revision: number) => ({
  ...state(radius),
  ...{ picture: `picture ${revision}`, original: "file", working: "pixels", revision, kept_at: 0 },
})

function keeping(radius = 2, revision = 1): ActsServer {
  const acts = accepting()
  acts.touch("sources", ID, row(radius, revision))
  return acts
}

async function table() {
  const [{ openDevice, closeDevice }, { useSourceKeeping }] = await Promise.all([
    import("@/device/useDevice"),
    import("@/prep/useSourceKeeping"),
  ])
  onTestFinished(closeDevice)
  const { store, carrier } = openDevice({ id: 7 })
  const follow = vi.fn()
  const kept = living(() => useSourceKeeping(store, ID, follow))
  return { store, carrier, follow, closeDevice, ...kept }
}

const stands = (acts: ActsServer, radius: number) =>
  until(() => JSON.stringify(acts.rows.get(ID)?.row?.recipe) === JSON.stringify(recipe(radius)))

describe("keeping a source", () => {
  it("carries a change, and learns what its recipe came to", async () => {
    const acts = keeping()
    const here = await table()
    expect(await here.open()).toEqual(state(2))
    expect(here.working.value).toBe("pixels")
    here.keep(state(3))
    await stands(acts, 3)
    await until(() => here.status.value === "kept")
    expect(here.row.value).toMatchObject({ revision: 2, picture: "picture 2" })
    expect(acts.done).toMatchObject([{ kind: "keepSource", base: 1 }])
  })

  it("takes what it sent itself, and heard no answer to before the page was left, for no other's change", async () => {
    const acts = keeping()
    const first = await table()
    await first.open()
    let calls = 0
    server.on("POST", ACTS, ({ body }) => {
      const answer = acts.take(body)
      return ++calls === 1 ? { status: 504 } : answer
    })
    first.keep(state(3))
    await stands(acts, 3)
    first.closeDevice()
    vi.resetModules()
    const later = await table()
    expect(await later.open()).toEqual(state(3))
    later.keep(state(4))
    await stands(acts, 4)
    await until(() => later.status.value === "kept")
    expect(acts.done.map((one) => one.base)).toEqual([1, 2])
  })

  it("holds both states where another device made one too, and takes the one that is chosen", async () => {
    const acts = keeping()
    const here = await table()
    await here.open()
    acts.touch("sources", ID, row(9, 2))
    here.keep(state(3))
    await until(() => here.status.value === "conflict")
    expect((here.theirs.value?.recipe as unknown as ReturnType<typeof recipe>).steps[0]!.radius).toBe(9)
    await here.takeTheirs()
    await until(() => here.status.value === "kept")
    expect(here.follow).toHaveBeenLastCalledWith(state(9))
    acts.touch("sources", ID, row(10, 3))
    here.keep(state(4))
    await until(() => here.status.value === "conflict")
    await here.keepMine()
    await stands(acts, 4)
  })

  it("lets the brushes that use it follow, once", async () => {
    const acts = keeping()
    const document = { shapes: [], grain: { picture: "picture 1", source: ID } }
    acts.touch("brushes", "b1", {
      name: "Stone",
      note: "",
      roll: "r1",
      document,
      place: "a0",
      revision: 1,
      kept_at: 0,
    })
    const plain = { ...document, grain: null }
    acts.touch("brushes", "b2", {
      name: "Line",
      note: "",
      roll: "r1",
      document: plain,
      place: "a1",
      revision: 1,
      kept_at: 0,
    })
    const here = await table()
    await here.open()
    await until(() => here.users.value.map((one) => one.name).join() === "Stone")
    const { letFollow } = await import("@/acts/keepSource")
    here.keep(state(3))
    await until(async () => (await here.store.acts.count()) === 1)
    // As the prep table does it, once its recipe has come to a picture.
    await here.keepPicture(new Uint8Array([7]))
    const { picture } = here.row.value!
    expect(picture).not.toBe("picture 1")
    expect(await letFollow(here.store, ID, picture)).toBe(1)
    expect(await letFollow(here.store, ID, picture)).toBe(0)
    await until(() => acts.done.length === 2)
    expect(acts.done.map((one) => one.kind).sort()).toEqual(["keepBrush", "keepSource"])
    expect(acts.rows.get("b1")?.row?.document).toMatchObject({ grain: { picture, source: ID } })
  })

  it("shows one that ships, and keeps nothing of it", async () => {
    const acts = accepting()
    const ships = { ...state(2), id: ID, shipped: true, original: null, working: null, revision: 1 }
    server.on("GET", /^\/api\/sources$/, {
      status: 200,
      body: [{ ...ships, kept_at: "2026-11-27", users: [] }],
    })
    const here = await table()
    expect(await here.open()).toEqual(state(2))
    here.keep(state(3))
    await new Promise((go) => setTimeout(go, 300))
    expect([here.status.value, await here.store.acts.count(), acts.done.length]).toEqual(["kept", 0, 0])
  })
})
