// What waited, written to a file before somebody signed out, and taken up again on another device.
import { beforeEach, expect, it, vi } from "vitest"
import { accepting } from "../support/accepting"
import { chanceOf, choose, device, doSomething, held, settledAt, toldBy } from "../support/devices"
import { until } from "../support/scope"
import { answering, server } from "../support/server"

/** Whether the server cannot be reached. */
let gone = false

beforeEach(() => {
  gone = false
  vi.stubGlobal("fetch", (...asked: Parameters<typeof answering>) =>
    gone ? Promise.reject(new TypeError("away")) : answering(...asked),
  )
})

const settled = (one: Awaited<ReturnType<typeof device>>, acts: ReturnType<typeof accepting>) =>
  until(async () => {
    one.carrier.wake()
    return (await settledAt(one)) === acts.number
  })

/** A device that did many things while the server was away. */
async function away(seed: number) {
  const acts = accepting()
  acts.touch("rolls", "r1", { name: "Chart inking", note: "", tint: "", place: "a0" })
  const chance = chanceOf(seed)
  const first = await device(7)
  await settled(first, acts)
  gone = true
  for (let i = 0; i < 60; i++) await doSomething(first, chance, i, "r1")
  return { acts, first }
}

it.each([1, 2, 3, 4])("comes to the same as if it had been waited for (seed %i)", async (seed) => {
  const { acts, first } = await away(seed)
  const { writeWaiting, takeUpWaiting } = await import("@/device/waitingFile")
  const before = await held(first)
  const file = await writeWaiting(first.store)
  const count = await first.store.acts.count()
  expect(count).toBeGreaterThan(20)
  first.carrier.stop()
  first.store.close()
  gone = false
  const second = await device(7)
  await settled(second, acts)
  expect(await takeUpWaiting(second.store, file)).toBe(count)
  await settled(second, acts)
  /** Some of it was done to what had been taken away before: it is asked about here as it would have been there. */
  const asked = await second.store.stuck.count()
  await choose(second)
  await settled(second, acts)
  expect(await held(second)).toBe(toldBy([...acts.rows.values()]))
  // But for revisions, which the server counts.
  const plain = (rows: string) => rows.replace(/,\d+\]/g, "]").replace(/"picture \d+"|"[0-9a-f]{64}"/g, '"p"')
  if (!asked) expect(plain(await held(second))).toBe(plain(before))
  expect(acts.done.length).toBeGreaterThanOrEqual(count - asked)
  // Taken up twice it is done once.
  const done = acts.done.length
  await takeUpWaiting(second.store, file)
  await settled(second, acts)
  expect(acts.done.length).toBe(done)
})

it("keeps both states where the brush was changed elsewhere meanwhile", async () => {
  const acts = accepting()
  acts.touch("rolls", "r1", { name: "Chart inking", place: "a0" })
  const row = (size: number, revision: number) => ({
    ...{
      roll: "r1",
      name: "Rope",
      note: "",
      document: { size, shapes: [], grain: null },
      place: "a0",
      revision,
    },
  })
  acts.touch("brushes", "b1", row(20, 1))
  const first = await device(7)
  await settled(first, acts)
  gone = true
  const { changeBrush } = await import("@/acts/keepBrush")
  await changeBrush(first.store, "b1", { document: row(31, 1).document as never })
  const { writeWaiting, takeUpWaiting } = await import("@/device/waitingFile")
  const file = await writeWaiting(first.store)
  first.carrier.stop()
  acts.touch("brushes", "b1", row(57, 2))
  gone = false
  const second = await device(7)
  await settled(second, acts)
  await takeUpWaiting(second.store, file)
  await until(async () => (await second.store.brushes.get("b1"))?.theirs !== undefined)
  const brush = await second.store.brushes.get("b1")
  expect([brush?.document.size, brush?.theirs?.document.size]).toEqual([31, 57])
})

it("is taken up by nobody else, and not where it is damaged", async () => {
  const { first } = await away(4)
  const { writeWaiting, takeUpWaiting } = await import("@/device/waitingFile")
  const file = await writeWaiting(first.store)
  gone = false
  server.reset()
  const other = await device(8)
  await expect(takeUpWaiting(other.store, file)).rejects.toThrow("another account")
  await expect(takeUpWaiting(other.store, file.slice(0, file.size / 2))).rejects.toThrow("damaged")
  await expect(takeUpWaiting(other.store, new Blob(["dear keeper"]))).rejects.toThrow("damaged")
  expect(await other.store.acts.count()).toBe(0)
})

it("leaves nothing of an account to the next one", async () => {
  const { comesIn, forgetBelongings } = await import("@/device/belongings")
  localStorage.clear()
  localStorage.setItem("screen dpi", "132")
  expect(comesIn(7)).toBe(false)
  for (const key of ["own inks", "word on the bench", "pen fitting", "hand on sheet 5"])
    localStorage.setItem(key, "7's")
  expect(comesIn(7)).toBe(false)
  expect(localStorage.getItem("pen fitting")).toBe("7's")
  expect(comesIn(8)).toBe(true)
  expect(Object.keys(localStorage).sort()).toEqual(["belongs to", "screen dpi"])
  expect(comesIn(8)).toBe(false)
  localStorage.setItem("own inks", "8's")
  forgetBelongings()
  expect(localStorage.getItem("own inks")).toBeNull()
})
