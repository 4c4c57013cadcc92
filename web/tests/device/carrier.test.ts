import Dexie from "dexie"
import { describe, expect, it, onTestFinished } from "vitest"
import { accepting, type ActsServer } from "../support/accepting"
import { living, until } from "../support/scope"
import { server } from "../support/server"

const ACTS = /^\/api\/acts$/

async function device(account = 7) {
  const [{ openDevice, closeDevice }, { note }] = await Promise.all([
    import("@/device/useDevice"),
    import("@/device/note"),
  ])
  onTestFinished(closeDevice)
  const { store, carrier } = living(() => openDevice({ id: account }))
  const act = (kind: string, thing: string, body = {}) =>
    note(store, kind, thing, { kind: 0, samples: "", ...body })
  return { store, carrier, act }
}

type Device = Awaited<ReturnType<typeof device>>
const note = async ({ store }: Device, thing: string, restsUntil: number) =>
  (await import("@/device/note")).note(store, "keepStroke", thing, { kind: 0, samples: "" }, { restsUntil })
const settled = ({ store }: Device) => until(async () => (await store.acts.count()) === 0)
const kinds = (acts: ActsServer) => acts.done.map((one) => one.thing)

describe("the carrier", () => {
  it("takes a portal's page, a gateway's error and a lost answer for nothing, and does each act once", async () => {
    const acts = accepting()
    let calls = 0
    server.on("POST", ACTS, ({ body }) => {
      calls++
      if (calls === 1) return { status: 200, body: "<html>Sign in to the ferry's network</html>" }
      if (calls === 2) return { status: 503, body: { detail: "later" } }
      const good = acts.take(body)
      return calls === 3 ? { status: 504 } : good
    })
    const here = await device()
    await here.act("keepStroke", "a")
    for (let i = 0; i < 4; i++) {
      await until(async () => calls > i || (await here.store.acts.count()) === 0)
      here.carrier.wake()
    }
    await settled(here)
    expect(kinds(acts)).toEqual(["a"])
  })

  it("is not held up by an act that is too large, or over which the server fails", async () => {
    const acts = accepting()
    server.on("POST", ACTS, ({ body }) => {
      const things = (body as { acts: { thing: string }[] }).acts.map((one) => one.thing)
      if (things.includes("huge")) return { status: 413, body: { detail: "This is larger than 4 MB." } }
      if (things.includes("cursed")) return { status: 500 }
      return acts.take(body)
    })
    server.reachable = false
    const here = await device()
    for (const thing of ["a", "huge", "cursed", "b", "cursed"]) await here.act("keepStroke", thing)
    server.reachable = true
    here.carrier.wake()
    await until(async () => kinds(acts).length === 2 && (await here.store.stuck.count()) === 1)
    expect(kinds(acts)).toEqual(["a", "b"])
    expect((await here.store.stuck.toArray())[0]).toMatchObject({
      thing: "huge",
      detail: "This is larger than 4 MB.",
    })
    // What concerns the same thing waits with it, in its order.
    expect((await here.store.acts.toArray()).map((one) => one.thing)).toEqual(["cursed", "cursed"])
  })

  it("holds what was refused for good, shows what the server has, and goes on", async () => {
    const acts = accepting()
    acts.refused.keepLane = "you have 60 lanes, as many as can be kept; delete one first"
    const here = await device()
    const { keepLane } = await import("@/acts/keepLane")
    await keepLane(here.store, { id: "l", name: "one too many", set: "mine", hidden: false, position: 0 }, [
      "a",
    ])
    await here.act("keepStroke", "b")
    await settled(here)
    expect((await here.store.stuck.toArray()).map((one) => [one.thing, one.detail.slice(0, 17)])).toEqual([
      ["l", "you have 60 lanes"],
    ])
    await until(async () => (await here.store.lanes.count()) === 0)
    expect(kinds(acts)).toContain("b")
  })

  it("gives a server that was set back to a backup what that lacks", async () => {
    const acts = accepting()
    const here = await device()
    const { keepStroke } = await import("@/acts/keepStroke")
    const one = {
      kind: "pen" as const,
      erase: false,
      seed: 7,
      samples: new Float32Array(7),
      lane: null,
      brush: "",
    }
    await keepStroke(here.store, { ...one, id: "a", drawnAt: 1 })
    await keepStroke(here.store, { ...one, id: "b", drawnAt: 2 })
    await settled(here)
    await until(async () => (await here.store.mark("since", 0)) === 2)
    await keepStroke(here.store, { ...one, id: "gone", drawnAt: 3 })
    await until(async () => (await here.store.mark("since", 0)) === 3)
    // Yesterday's backup knew of the first, and that another device had taken one away.
    acts.rows.delete("b")
    acts.number = 0
    acts.touch("strokes", "a", acts.rows.get("a")!.row)
    acts.touch("strokes", "gone", null)
    acts.done = []
    acts.epoch = "9c0de5a1-2222-4a4b-9c9c-0123456789ab"
    here.carrier.wake()
    await until(() => acts.rows.has("b"))
    expect(kinds(acts)).toEqual(["b"])
    expect(await here.store.strokes.count()).toBe(2)
  })

  it("sends what rested long enough while it was asking, and not at its next look", async () => {
    const acts = accepting()
    const here = await device()
    await settled(here)
    await until(async () => (await here.store.mark("looked", "")) !== "")
    // Asking takes longer than the act rests.
    server.on("GET", /^\/api\/changes/, ({ path }) => {
      const end = Date.now() + 120
      while (Date.now() < end);
      return acts.changes(path)
    })
    await note(here, "a", Date.now() + 60)
    await until(() => acts.done.length === 1)
  })

  it("waits while another account is signed in, and tells so", async () => {
    accepting(8)
    const here = await device(7)
    await here.act("keepStroke", "a")
    await until(async () => (await here.store.mark("way", "near")) === "another account")
    expect(await here.store.acts.count()).toBe(1)
  })

  it("sends at most a hundred acts at a time", async () => {
    server.reachable = false
    const acts = accepting()
    const here = await device()
    for (let i = 0; i < 130; i++) await here.act("keepStroke", `s${i}`)
    server.reachable = true
    here.carrier.wake()
    await settled(here)
    expect(kinds(acts)).toEqual(Array.from({ length: 130 }, (_, i) => `s${i}`))
    const sizes = server.bodies("POST", ACTS).map((body) => (body as { acts: unknown[] }).acts.length)
    expect(Math.max(...sizes)).toBe(100)
  })

  it("gives way to a newer version of the application in another tab, and says so", async () => {
    accepting()
    const here = await device()
    const { takenOver } = await import("@/device/useDevice")
    here.carrier.stop()
    await here.act("keepStroke", "a")
    const newer = new Dexie(here.store.name)
    newer.version(900).stores({ acts: "++seq, thing" })
    onTestFinished(() => newer.close())
    await newer.open()
    expect(here.store.isOpen()).toBe(false)
    expect(takenOver.value).toBe("renewal")
    // Nothing more is written, neither now nor into the newer store.
    await expect(here.act("keepStroke", "b")).rejects.toThrow()
    expect(await newer.table("acts").count()).toBe(1)
  })

  it("is over where another tab signs out, and brings nothing back", async () => {
    accepting()
    const here = await device()
    const { takenOver } = await import("@/device/useDevice")
    await here.act("keepStroke", "a")
    await Dexie.delete(here.store.name)
    expect(takenOver.value).toBe("signing out")
    await expect(here.act("keepStroke", "b")).rejects.toThrow()
    expect(await Dexie.exists(here.store.name)).toBe(false)
  })
})
