import { describe, expect, it } from "vitest"
import { ribbon, shapes, trace } from "@/parts/plot"

const FRAME = { width: 100, height: 50, pad: 10 }
const points = (path: string) =>
  [...path.matchAll(/[ML](-?[\d.]+) (-?[\d.]+)/g)].map(([, x, y]) => [Number(x), Number(y)])

describe("plots", () => {
  it("stretch a column over its frame, with its most at the top", () => {
    expect(points(trace([0, 5, 10], [0, 0.5, 1], 1, FRAME))).toEqual([
      [10, 40],
      [50, 25],
      [90, 10],
    ])
  })

  it("never leave the frame at the top", () => {
    expect(points(trace([0, 1], [3, 0], 1, FRAME))[0]).toEqual([10, 10])
  })

  it("keep shapes true: one scale for both axes and all lines", () => {
    const [square, half] = shapes(
      [
        { x: [0, 60, 60, 0], y: [0, 0, 60, 60] },
        { x: [0, 30], y: [30, 30] },
      ],
      FRAME,
    ).map(points)
    const side = square![1]![0]! - square![0]![0]!
    expect(square![2]![1]! - square![1]![1]!).toBeCloseTo(side)
    expect(half![1]![0]! - half![0]![0]!).toBeCloseTo(side / 2)
    // Centred in the wider direction.
    expect(square![0]![0]! + square![1]![0]!).toBeCloseTo(FRAME.width)
  })

  it("draw a ribbon about the middle, as thick as its column says", () => {
    const drawn = points(ribbon([0, 10], [4, 2], FRAME))
    expect(drawn).toEqual([
      [10, 10],
      [90, 17.5],
      [90, 32.5],
      [10, 40],
    ])
    expect(points(ribbon([0, 10], [4, 2], FRAME, 8))[0]).toEqual([10, 17.5])
  })

  it("draw nothing where there is nothing", () => {
    expect(ribbon([], [], FRAME)).toBe("")
    expect(trace([], [], 1, FRAME)).toBe("")
    expect(shapes([{ x: [], y: [] }], FRAME)).toEqual([""])
  })

  it("draw a single point without dividing by nothing", () => {
    for (const path of [trace([3], [0.5], 1, FRAME), ...shapes([{ x: [3], y: [3] }], FRAME)]) {
      expect(path).not.toMatch(/NaN|Infinity/)
    }
  })
})
