// A device without room: it says so as long as it lasts, and what stands on the screen is kept once there is room.
import { expect, it, onTestFinished, vi } from "vitest"
import type { BrushState } from "@/bench/useKeeping"
import { accepting } from "../support/accepting"
import { living, until } from "../support/scope"

const ID = "0f9e7a52-8a53-4c0e-9d0c-0c6a6a1b7b11"
const state = (size: number) => ({ name: "Rope", note: "", document: { size } }) as unknown as BrushState

/** A store that takes nothing as long as it is full. */
function bounded() {
  const room = { full: false }
  for (const name of ["put", "add"] as const) {
    const real = IDBObjectStore.prototype[name]
    const spy = vi.spyOn(IDBObjectStore.prototype, name).mockImplementation(function (
      this: IDBObjectStore,
      ...given
    ) {
      if (room.full) throw new DOMException("No room is left.", "QuotaExceededError")
      return real.apply(this, given)
    })
    onTestFinished(() => spy.mockRestore())
  }
  vi.spyOn(console, "error").mockImplementation(() => {})
  return room
}

async function bench() {
  const acts = accepting()
  acts.touch("rolls", "r1", { name: "Chart inking", place: "a0" })
  acts.touch("brushes", ID, {
    roll: "r1",
    name: "Rope",
    note: "",
    document: { size: 20 },
    place: "a0",
    revision: 1,
  })
  const device = await import("@/device/useDevice")
  const { useKeeping } = await import("@/bench/useKeeping")
  onTestFinished(device.closeDevice)
  const { store } = device.openDevice({ id: 7 })
  const kept = living(() => useKeeping(store, ID, () => {}))
  await kept.open()
  await until(() => kept.status.value === "kept")
  return { acts, store, kept, device }
}

it("never says kept of what is not in the store, and keeps what stands on the screen once it fits", async () => {
  const room = bounded()
  const { acts, store, kept, device } = await bench()
  room.full = true
  kept.keep(state(31))
  await until(() => kept.status.value === "unkept")
  expect(device.full.value).toBe(true)
  expect(device.trouble.value?.sentence).toContain("This device is full")
  const first = device.trouble.value
  kept.keep(state(32))
  await new Promise((go) => setTimeout(go, 500))
  expect(kept.status.value).toBe("unkept")
  expect(kept.row.value?.document.size).toBe(32)
  expect((await store.brushes.get(ID))?.document.size).toBe(20)
  // It is tried again by itself, and shows where it stands: nobody is told each time.
  expect(device.trouble.value).toBe(first)
  room.full = false
  await until(() => kept.status.value === "kept")
  expect(device.full.value).toBe(false)
  expect((await store.brushes.get(ID))?.document.size).toBe(32)
  expect(acts.rows.get(ID)?.row).toMatchObject({ document: { size: 32 } })
})

it("says so at every act that did not fit", async () => {
  const room = bounded()
  const { store, device } = await bench()
  const { takeBrush } = await import("@/acts/takeBrush")
  room.full = true
  const seen = new Set()
  for (let i = 0; i < 3; i++) {
    await store.write(takeBrush(store, ID))
    seen.add(device.trouble.value)
    expect(device.full.value).toBe(true)
  }
  expect(seen.size).toBe(3)
  expect(await store.brushes.get(ID)).toBeDefined()
  expect(await store.acts.count()).toBe(0)
})

it("brings what other devices did once there is room, though it came while there was none", async () => {
  const room = bounded()
  const { acts, store, device } = await bench()
  room.full = true
  acts.touch("rolls", "r2", { name: "From elsewhere", place: "a1" })
  device.openCarrier()!.wake()
  await until(() => device.full.value)
  expect(await store.rolls.get("r2")).toBeUndefined()
  room.full = false
  device.openCarrier()!.wake()
  await until(async () => (await store.rolls.get("r2")) !== undefined)
  await until(() => !device.full.value)
})
