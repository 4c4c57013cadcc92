// Reports of a pen on their way: none is lost, none is sent twice, and a slow engine is never told of more than one lot.
import { describe, expect, it } from "vitest"
import { FLOATS, samplesFrom } from "@/documents/stroke"
import { PenLine } from "@/engine/page/penLine"

type Samples = Float32Array<ArrayBuffer>

function slowEngine() {
  const calls: { samples: Samples; foreseen?: Samples | undefined; shown: () => void }[] = []
  const line = new PenLine(
    (samples, foreseen) => new Promise<void>((shown) => calls.push({ samples, foreseen, shown })),
  )
  const at = (i: number) => samplesFrom([[i, 0, i, 0.5, 1.5, 0]])
  const places = () => calls.map(({ samples }) => [...samples].filter((_, i) => i % FLOATS === 0))
  /** What was under way is shown, and the page hears of it. */
  async function shows(): Promise<void> {
    calls.at(-1)!.shown()
    await new Promise((go) => setTimeout(go))
  }
  return { calls, line, at, places, shows }
}

describe("what a pen reports", () => {
  it("goes at once where the engine is free, and together once it is", async () => {
    const { line, at, places, shows } = slowEngine()
    line.report(at(0))
    expect(places()).toEqual([[0]])
    for (let i = 1; i < 100; i++) line.report(at(i))
    expect(places()).toHaveLength(1)
    await shows()
    expect(places()).toEqual([[0], Array.from({ length: 99 }, (_, i) => i + 1)])
    await shows()
    line.report(at(100))
    expect(places()).toHaveLength(3)
  })

  it("goes before the lift, though the engine has not shown what it had", async () => {
    const { line, at, places, shows } = slowEngine()
    for (let i = 0; i < 4; i++) line.report(at(i))
    line.end()
    expect(places()).toEqual([[0], [1, 2, 3]])
    await shows()
    expect(places()).toHaveLength(2)
  })

  it("is let go of with a stroke that was none", async () => {
    const { line, at, places, shows } = slowEngine()
    for (let i = 0; i < 4; i++) line.report(at(i))
    line.drop()
    await shows()
    expect(places()).toEqual([[0]])
  })

  it("tells nothing where nothing is foreseen, but once where something was", async () => {
    const { calls, line, at, shows } = slowEngine()
    for (let i = 0; i < 3; i++) line.expect(new Float32Array(0))
    expect(calls).toHaveLength(0)
    line.expect(at(7))
    await shows()
    for (let i = 0; i < 3; i++) line.expect(new Float32Array(0))
    await shows()
    expect(calls.map(({ foreseen }) => foreseen?.length)).toEqual([FLOATS, 0])
  })

  it("takes along only the latest that is foreseen, and goes alone where nothing was reported", async () => {
    const { calls, line, at, shows } = slowEngine()
    line.expect(at(7))
    expect([...calls[0]!.foreseen!]).toEqual([...at(7)])
    expect(calls[0]!.samples).toHaveLength(0)
    line.expect(at(8))
    line.report(at(1))
    line.expect(at(9))
    await shows()
    expect(calls.map(({ foreseen }) => foreseen?.[0])).toEqual([7, 9])
    await shows()
    expect(calls).toHaveLength(2)
  })
})
