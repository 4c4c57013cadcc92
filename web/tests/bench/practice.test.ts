import { samplesFrom } from "@/documents/stroke"
import { beforeEach, describe, expect, it, vi } from "vitest"
import { usePracticePen } from "@/bench/practice/usePracticePen"
import type { Bench } from "@/bench/useBench"

const api = {
  pressureFromSpeed: vi.fn(async () => 0.2),
  down: vi.fn(),
  move: vi.fn(),
  cancel: vi.fn(),
  up: vi.fn(async (id: string) => ({ id })),
}
const drew = vi.fn()
const practice = () => usePracticePen({ engine: { api }, drew } as unknown as Bench)
const rows = () =>
  samplesFrom([
    [10, 20, 0, 0.5, 1.5, 0],
    [30, 20, 8, 0.5, 1.5, 0],
    [50, 20, 16, 0.5, 1.5, 0],
  ])

beforeEach(() => {
  vi.clearAllMocks()
  Object.assign(practice().pen, { from: "slider", pressure: 0.6, altitude: 60, azimuth: 315 })
})

describe("the practice pen", () => {
  it("lends a mouse's samples pressure and lean, and leaves their places and times", () => {
    const { begin, lend } = practice()
    const samples = rows()
    begin()
    lend(samples)
    const first = [...samples.subarray(0, 6)]
    expect(first.slice(0, 3)).toEqual([10, 20, 0])
    expect(first[3]).toBeCloseTo(0.6)
    expect(first[4]).toBeCloseTo(Math.PI / 3)
    expect(first[5]).toBeCloseTo((315 * Math.PI) / 180)
  })

  it("asks the core for the pressure of a speed, and goes there little by little", async () => {
    const { begin, lend, pen } = practice()
    pen.from = "speed"
    begin()
    lend(rows())
    expect(api.pressureFromSpeed).toHaveBeenCalledWith(2.5, 0.6)
    await Promise.resolve()
    const next = rows()
    lend(next)
    expect(next[3]).toBeLessThan(0.6)
    expect(next[3]).toBeGreaterThan(0.2)
  })

  it("takes the wheel as pressure only when it is told to, within its range", () => {
    const { wheel, pen, on } = practice()
    on.value = true
    expect(wheel(1)).toBe(false)
    pen.from = "wheel"
    expect(wheel(-1)).toBe(true)
    expect(pen.pressure).toBeCloseTo(0.64)
    for (let i = 0; i < 50; i++) wheel(-1)
    expect(pen.pressure).toBe(1)
    for (let i = 0; i < 80; i++) wheel(1)
    expect(pen.pressure).toBeCloseTo(0.02)
    on.value = false
    expect(wheel(1)).toBe(false)
  })

  it("draws a recorded stroke again beside itself, whole and in order", async () => {
    const { replay, replaying } = practice()
    await replay([{ id: "old", kind: "pen", erase: false, seed: 7, samples: rows() }], 100, 5)
    const fed = api.move.mock.calls.flatMap(([, samples]) => [...(samples as Float32Array)])
    expect(fed.filter((_, i) => i % 7 === 0)).toEqual([110, 130, 150])
    expect(fed.filter((_, i) => i % 7 === 1)).toEqual([25, 25, 25])
    expect(api.down).toHaveBeenCalledWith("bench", { kind: "pen", erase: false, seed: 7 })
    expect(drew).toHaveBeenCalledTimes(1)
    expect(drew.mock.calls[0]![0].id).not.toBe("old")
    expect(replaying.value).toBe(false)
  })

  it("leaves nothing of a stroke that was stopped", async () => {
    const { replay, stop } = practice()
    const long = samplesFrom([
      [10, 20, 0, 0.5, 1.5, 0],
      [30, 20, 60_000, 0.5, 1.5, 0],
    ])
    const going = replay([{ id: "old", kind: "pen", erase: false, seed: 7, samples: long }], 0, 0)
    setTimeout(stop, 40)
    await going
    expect(api.cancel).toHaveBeenCalledTimes(1)
    expect(drew).not.toHaveBeenCalled()
  })
})
