// Strokes that the stations' pictures show, where it is not the one in hand.
import { FLOATS, type Stroke } from "@/documents/stroke"

export const WIDTH = 320
export const HEIGHT = 160
export const PAPER_WIDTH = 300
export const PAPER_HEIGHT = 212

/** A stroke of so many samples, at places and pressures from u = 0 to 1. */
export function drawn(count: number, at: (u: number) => [x: number, y: number, pressure: number]): Stroke {
  const samples = new Float32Array(count * FLOATS)
  for (let i = 0; i < count; i++) {
    const u = i / (count - 1)
    const [x, y, pressure] = at(u)
    samples.set([x, y, u * 800, pressure, Math.PI / 3, 0], i * FLOATS)
  }
  return { kind: "pen", erase: false, seed: 1, samples }
}

export const ACROSS = drawn(24, (u) => [30 + u * (WIDTH - 60), HEIGHT / 2, 0.9])
/** A bend, and a straight stroke across it: for each way to hold the grain, in a quarter of the width. */
export const CROSS = [
  drawn(40, (u) => [18 + u * 44, 40 + 44 * Math.sin(u * Math.PI), 0.9]),
  drawn(12, (u) => [18 + u * 44, 130 - u * 24, 0.9]),
]

export const OVER_PAPER = drawn(80, (u) => [
  24 + u * (PAPER_WIDTH - 48),
  (PAPER_HEIGHT / 2) * (1 + 0.5 * Math.sin(u * 2 * Math.PI)),
  0.15 + 0.85 * Math.sin(u * Math.PI),
])

const patch = (from: number, to: number) => drawn(8, (u) => [from + u * (to - from), HEIGHT / 2, 1])
export const LIGHT_PATCH = patch(70, 92)
export const DARK_PATCH = patch(228, 250)
export const OVER_PATCHES = drawn(100, (u) => [
  24 + u * (WIDTH - 48),
  HEIGHT / 2 + 30 * Math.sin(u * 4 * Math.PI),
  0.75,
])
/** Wet ink across, and wet ink down through it. */
export const WET_ACROSS = drawn(24, (u) => [30 + u * (WIDTH - 60), HEIGHT / 2, 0.75])
export const WET_DOWN = drawn(24, (u) => [WIDTH / 2, 22 + u * (HEIGHT - 44), 0.75])

export const STRAIGHT = drawn(24, (u) => [36 + u * (WIDTH - 72), HEIGHT / 2, 0.35 + 0.65 * u])
/** It crosses itself in the middle; where it turns at its left it is a line alone. */
export const CROSSING = drawn(160, (u) => {
  const angle = (-0.17 + u * 0.84) * 2 * Math.PI
  return [WIDTH / 2 - 120 * Math.sin(angle), HEIGHT / 2 + 44 * Math.sin(2 * angle), 0.75]
})
