// Two devices over a way full of faults, to the stand-in for the server's side of the acts.
import { describe, expect, it, onTestFinished, vi } from "vitest"
import { accepting } from "../support/accepting"
import { chanceOf, choose, device, doSomething, faultyWay, held, settledAt, toldBy } from "../support/devices"
import { until } from "../support/scope"
import { answering } from "../support/server"

const RUNS = 6
const ACTS = 60

describe("two devices over a way full of faults", () => {
  it.each(Array.from({ length: RUNS }, (_, i) => i + 1))(
    "hold the same in the end, and every act happened once (seed %i)",
    async (seed) => {
      const chance = chanceOf(seed)
      const acts = accepting()
      acts.touch("rolls", "r1", { name: "Chart inking", note: "", tint: "", place: "a0" })
      let faulty = true
      const way = faultyWay(answering, chance, () => faulty)
      vi.stubGlobal("fetch", way)
      onTestFinished(() => void vi.stubGlobal("fetch", answering))
      const both = [await device(7), await device(7)]
      for (let i = 0; i < ACTS; i++) {
        const which = chance() < 0.5 ? 0 : 1
        await doSomething(both[which]!, chance, i, "r1")
        if (chance() < 0.3) both[which]!.carrier.wake()
      }
      faulty = false
      await until(async () => {
        for (const one of both) await choose(one)
        both.forEach(({ carrier }) => carrier.wake())
        const at = await Promise.all(both.map(settledAt))
        return at.every((number) => number === acts.number)
      })
      for (const { store } of both) {
        expect(await store.stuck.toArray()).toEqual([])
        const open = (one: { theirs?: unknown; gone?: unknown }) => Boolean(one.theirs || one.gone)
        expect([...(await store.brushes.toArray()), ...(await store.sources.toArray())].filter(open)).toEqual(
          [],
        )
      }
      expect(new Set(acts.done.map((one) => one.id)).size).toBe(acts.done.length)
      const kept = toldBy([...acts.rows.values()])
      expect(await held(both[0]!)).toBe(kept)
      expect(await held(both[1]!)).toBe(kept)
    },
  )
})
