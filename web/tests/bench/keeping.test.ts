import type { WhereClause } from "dexie"
import { describe, expect, it, onTestFinished, vi } from "vitest"
import type { BrushState } from "@/bench/useKeeping"
import type { Noted } from "@/device/store"
import { accepting, type ActsServer } from "../support/accepting"
import { living, until } from "../support/scope"
import { server } from "../support/server"

const ID = "0f9e7a52-8a53-4c0e-9d0c-0c6a6a1b7b11"
const ACTS = /^\/api\/acts$/

const row = (size: number, revision = 1, name = "Rope Liner") => ({
  ...{ roll: "r1", name, note: "", document: { size }, place: "a0" },
  ...{ revision, kept_at: Date.parse("2026-11-26T10:42:00Z") },
})
const state = (size: number, name = "Rope Liner") =>
  ({ name, note: "", document: { size } }) as unknown as BrushState

/** A server that keeps one brush. */
function keeping(size = 20, revision = 3): ActsServer {
  const acts = accepting()
  acts.touch("rolls", "r1", { name: "Chart inking", place: "a0" })
  acts.touch("brushes", ID, row(size, revision))
  return acts
}

async function device() {
  const [{ openDevice, closeDevice }, { useKeeping }] = await Promise.all([
    import("@/device/useDevice"),
    import("@/bench/useKeeping"),
  ])
  onTestFinished(closeDevice)
  const { store, carrier } = openDevice({ id: 7 })
  const follow = vi.fn()
  const bench = living(() => useKeeping(store, ID, follow))
  return { store, carrier, follow, ...bench }
}

async function opened() {
  const here = await device()
  await here.open()
  return here
}

const standsAt = (acts: ActsServer, size: number) =>
  until(() => (acts.rows.get(ID)?.row?.document as { size: number } | undefined)?.size === size)

describe("keeping a brush", () => {
  it("opens what is kept, and carries a change with the revision it was made from", async () => {
    const acts = keeping()
    const here = await device()
    expect(here.status.value).toBe("opening")
    expect((await here.open())?.document.size).toBe(20)
    await until(() => here.status.value === "kept" && here.roll.value?.name === "Chart inking")
    here.keep(state(24))
    expect(here.status.value).toBe("keeping")
    await standsAt(acts, 24)
    await until(() => here.status.value === "kept")
    expect(acts.done).toMatchObject([
      { kind: "keepBrush", thing: ID, base: 3, body: { document: { size: 24 } } },
    ])
    expect(here.row.value?.revision).toBe(4)
  })

  it("carries the last of many changes only, and what changes while it is on its way after it", async () => {
    const acts = keeping()
    const here = await opened()
    for (let size = 21; size < 30; size++) here.keep(state(size))
    server.on("POST", ACTS, ({ body }) => {
      if (acts.done.length === 0) here.keep(state(50))
      return acts.take(body)
    })
    await standsAt(acts, 50)
    expect(acts.done.map((one) => (one.body.document as { size: number }).size)).toEqual([29, 50])
    expect(acts.done.map((one) => one.base)).toEqual([3, 4])
    expect(here.status.value).not.toBe("conflict")
  })

  it("takes its own lost answer for no other device's change", async () => {
    const acts = keeping()
    const here = await opened()
    let calls = 0
    server.on("POST", ACTS, ({ body }) => {
      const answer = acts.take(body)
      return ++calls === 1 ? { status: 504 } : answer
    })
    here.keep(state(24))
    await until(() => calls > 0)
    here.keep(state(25))
    await standsAt(acts, 25)
    await until(() => here.status.value === "kept")
    expect(acts.done).toHaveLength(2)
  })

  it("carries a brush that was made and changed while the server was away, and takes none of it for another's", async () => {
    const acts = keeping()
    const here = await opened()
    const { changeBrush, makeBrush } = await import("@/acts/keepBrush")
    let away = true
    server.on("POST", ACTS, ({ body }) => (away ? { status: 503 } : acts.take(body)))
    const made = await makeBrush(here.store, { roll: "r1", name: "New", document: state(5).document })
    await until(async () => (await here.store.acts.toArray()).some((one) => one.sent))
    await changeBrush(here.store, made, { document: state(6).document })
    expect(await here.store.acts.count()).toBe(2)
    await until(async () =>
      (await here.store.acts.toArray()).every((one) => (one.restsUntil ?? 0) < Date.now()),
    )
    away = false
    here.carrier.wake()
    await until(async () => (await here.store.acts.count()) === 0)
    expect((await here.store.brushes.get(made))?.theirs).toBeUndefined()
    expect(acts.rows.get(made)!.row).toMatchObject({ document: { size: 6 }, revision: 2 })
  })

  it("leaves a change on the device while the server is away, over a closed page", async () => {
    const acts = keeping()
    const here = await opened()
    server.reachable = false
    here.keep(state(33))
    await until(() => here.status.value === "waiting")
    expect((await here.store.brushes.get(ID))?.document).toEqual({ size: 33 })
    const { closeDevice } = await import("@/device/useDevice")
    closeDevice()
    vi.resetModules()
    const later = await device()
    expect((await later.open())?.document.size).toBe(33)
    server.reachable = true
    later.carrier.wake()
    await standsAt(acts, 33)
  })

  it("holds both states when the brush was changed on another device", async () => {
    const acts = keeping()
    const here = await opened()
    acts.touch("brushes", ID, row(60, 4))
    here.keep(state(24))
    await until(() => here.status.value === "conflict")
    expect(here.theirs.value?.document.size).toBe(60)
    expect(here.row.value?.document.size).toBe(24)
    // What is changed meanwhile is kept here, and told once the person has chosen.
    here.keep(state(26))
    await until(async () => (await here.store.brushes.get(ID))?.document.size === 26)
    await here.keepMine()
    await standsAt(acts, 26)
    await until(() => here.status.value === "kept")
    expect(acts.done.at(-1)).toMatchObject({ base: 4 })
  })

  it("takes the other state, or keeps both", async () => {
    const acts = keeping()
    const here = await opened()
    for (const [mine, theirs] of [
      [24, 60],
      [25, 61],
    ] as const) {
      acts.touch("brushes", ID, row(theirs, here.row.value!.revision + 1))
      here.keep(state(mine))
      await until(() => here.status.value === "conflict")
      if (mine === 24) {
        await here.takeTheirs()
        await until(() => here.status.value === "kept")
        expect(here.follow).toHaveBeenLastCalledWith(state(60))
        continue
      }
      const copy = (await here.keepBoth())!
      await until(() => acts.rows.has(copy))
      expect(acts.rows.get(copy)!.row).toMatchObject({
        name: "Rope Liner (this device)",
        document: { size: 25 },
      })
      expect(acts.rows.get(ID)!.row).toMatchObject({ document: { size: 61 } })
      expect(String(acts.rows.get(copy)!.row!.place) > "a0").toBe(true)
    }
  })

  it("shows what another device kept, unless something was changed here since", async () => {
    const acts = keeping()
    const here = await opened()
    acts.touch("brushes", ID, row(60, 4))
    here.carrier.wake()
    await until(() => here.follow.mock.calls.length === 1)
    expect(here.follow).toHaveBeenCalledWith(state(60))
    // The next one comes while a slider moves: neither is lost.
    here.keep(state(24))
    await here.store.brushes.put({ ...here.row.value!, id: ID, revision: 5, document: { size: 61 } as never })
    await until(() => here.status.value === "conflict")
    expect([here.row.value?.document.size, here.theirs.value?.document.size]).toEqual([24, 61])
  })

  it("follows what came while a state was being written, once that is done", async () => {
    keeping()
    const here = await opened()
    const { brushes, acts } = here.store
    let counted = () => {}
    const gate = new Promise<void>((go) => (counted = go))
    const where = acts.where.bind(acts) as (key: string) => WhereClause<Noted, number, Omit<Noted, "seq">>
    const spy = vi.spyOn(acts, "where").mockImplementation(((key: string) => {
      const clause = where(key)
      const equals = clause.equals.bind(clause)
      clause.equals = (value) => {
        const found = equals(value)
        const and = found.and.bind(found)
        found.and = (holds) => {
          const those = and(holds)
          const count = those.count.bind(those) as () => Promise<number>
          those.count = (() => gate.then(count)) as never
          return those
        }
        return found
      }
      return clause
    }) as never)
    here.keep(state(24))
    await until(async () => (await brushes.get(ID))?.document.size === 24)
    await until(() => here.store.rests)
    await brushes.update(ID, { document: { size: 61 } as never })
    await new Promise((go) => setTimeout(go, 50))
    expect(here.row.value?.document.size).toBe(24)
    counted()
    await until(() => here.row.value?.document.size === 61)
    spy.mockRestore()
  })

  it("says why a change is refused, and holds it on the device", async () => {
    const acts = keeping()
    acts.refused.keepBrush = "The brush was not kept. size: 0 is too small"
    const here = await opened()
    here.keep(state(0))
    await until(() => here.status.value === "refused")
    expect(here.message.value).toContain("too small")
    expect((await here.store.brushes.get(ID))?.document.size).toBe(0)
    // Once it is let go of, the brush is what the server has.
    const { letGo } = await import("@/device/stuck")
    await letGo(here.store, (await here.store.stuck.toArray())[0]!.id)
    await until(() => here.status.value === "kept" && here.row.value?.document.size === 20)
  })

  it("shows a brush that was deleted elsewhere with what was changed here, and puts it back", async () => {
    const acts = keeping()
    const here = await opened()
    acts.touch("brushes", ID, null)
    here.keep(state(24))
    await until(() => here.status.value === "gone")
    expect((await here.store.brushes.get(ID))?.document.size).toBe(24)
    const { putBack } = await import("@/acts/putBack")
    await putBack(here.store, "brushes", ID)
    await standsAt(acts, 24)
    await until(() => here.status.value === "kept")
  })

  it("tells a brush that never was from one that cannot be had yet", async () => {
    accepting()
    const here = await opened()
    expect(here.status.value).toBe("missing")
    expect(here.message.value).toContain("not in any of your rolls")
    const { closeDevice, forgetDevice } = await import("@/device/useDevice")
    await forgetDevice()
    closeDevice()
    server.reachable = false
    const away = await opened()
    expect(away.message.value).toContain("cannot be reached")
  })

  it("gives a server that was set back to a backup the state that it lacks", async () => {
    const acts = keeping(20, 3)
    const here = await opened()
    here.keep(state(24))
    await standsAt(acts, 24)
    await until(() => here.status.value === "kept")
    acts.epoch = "aaaaaaaa-1111-4a4b-9c9c-0123456789ab"
    acts.number = 1
    acts.touch("brushes", ID, row(20, 3))
    here.carrier.wake()
    await standsAt(acts, 24)
    expect(here.status.value).not.toBe("conflict")
  })
})
