import Dexie from "dexie"
import { expect, it, onTestFinished } from "vitest"
import { Store } from "@/device/store"

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
