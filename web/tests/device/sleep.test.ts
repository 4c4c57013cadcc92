import Dexie from "dexie"
import { expect, it, onTestFinished, vi } from "vitest"
import { takeInHand } from "@/device/inHand"
import { Store, TakenOverError } from "@/device/store"

const lane = (id: string) => ({ id, name: "Ropes", set: "mine", hidden: false, position: 0 })

it("holds up no other page while it sleeps, and leaves nothing half written", async () => {
  const [asleep, awake] = [new Store(7), new Store(7)]
  onTestFinished(() => awake.close())
  let begun = () => {}
  const midst = new Promise<void>((go) => (begun = go))
  void asleep.transaction("rw", asleep.lanes, asleep.acts, async () => {
    await asleep.lanes.put(lane("one"))
    begun()
    // A page that sleeps never hears that it may go on.
    await Dexie.waitFor(new Promise(() => {}), 60_000)
  })
  await midst
  let written = false
  const other = awake.lanes.put(lane("two")).then(() => (written = true))
  await new Promise((go) => setTimeout(go, 200))
  expect(written).toBe(false)
  asleep.letGo()
  await other
  expect((await awake.lanes.toArray()).map((one) => one.id)).toEqual(["two"])
})

/** A page of a newer version, which wants the store in a newer form. */
function newer(onblocked = () => {}): Promise<IDBDatabase> {
  return new Promise((tell) => {
    const asked = indexedDB.open("hollowmist-7", 9999)
    asked.onblocked = onblocked
    asked.onsuccess = () => tell(asked.result)
  })
}

it("is closed for a newer page once the stroke in hand has been kept, and not before", async () => {
  const failed = vi.fn()
  const store = new Store(7, { failed })
  await store.lanes.put(lane("one"))
  const letGo = takeInHand()
  const blocked = vi.fn()
  const taken = newer(blocked)
  await vi.waitFor(() => expect(blocked).toHaveBeenCalled())
  expect(store.isOpen()).toBe(true)
  await store.write(store.lanes.put(lane("drawn meanwhile")).then(() => undefined))
  letGo()
  const other = await taken
  onTestFinished(() => other.close())
  expect(store.isOpen()).toBe(false)
  expect(failed.mock.calls).toEqual([[new TakenOverError("renewal"), false]])
  const rows = await new Promise<unknown[]>((tell) => {
    const all = other.transaction("lanes").objectStore("lanes").getAllKeys()
    all.onsuccess = () => tell(all.result)
  })
  expect(rows).toEqual(["drawn meanwhile", "one"])
})

it("says that it waits for a page that does not let go of it, and goes on once it has", async () => {
  const old = await new Promise<IDBDatabase>((tell) => {
    const asked = indexedDB.open("hollowmist-7", 1)
    asked.onsuccess = () => tell(asked.result)
  })
  const heldUp = vi.fn()
  const store = new Store(7, { heldUp })
  onTestFinished(() => store.close())
  await vi.waitFor(() => expect(heldUp).toHaveBeenCalledWith(true))
  expect(heldUp).not.toHaveBeenCalledWith(false)
  old.close()
  await vi.waitFor(() => expect(heldUp).toHaveBeenLastCalledWith(false))
  await store.lanes.put(lane("one"))
})
