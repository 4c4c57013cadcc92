import { beforeEach, describe, expect, it, onTestFinished, vi } from "vitest"
import { nextTick, ref } from "vue"
import { usePaperView } from "@/sheets/paper/usePaperView"
import { living } from "../support/scope"

const A5 = { width: 1748, height: 2480, dpi: 300 }

function seen(width = 1000, height = 800) {
  const [w, h] = [ref(width), ref(height)]
  return { w, h, ...living(() => usePaperView(w, h, ref(A5))) }
}

beforeEach(() => localStorage.clear())

describe("how a sheet is seen", () => {
  it("is seen whole at first, in the middle", () => {
    const { view, toSheet } = seen()
    expect(view.zoom).toBeCloseTo((800 - 32) / 2480, 6)
    expect(toSheet(500, 400)).toEqual([874, 1240])
    const [left] = toSheet(500 - (874 * (800 - 32)) / 2480, 400)
    expect(left).toBeCloseTo(0, 6)
  })

  it("stays under the fingers however they pinch and turn it", () => {
    const { view, toSheet, pinch, held } = seen()
    for (const mirrored of [false, true]) {
      view.mirrored = mirrored
      const before = toSheet(300, 250)
      pinch(1.7, 320, 240, 20, -10, 0.4)
      const after = toSheet(320, 240)
      expect(after[0]).toBeCloseTo(before[0], 3)
      expect(after[1]).toBeCloseTo(before[1], 3)
    }
    view.mirrored = false
    expect(Math.abs(held.value)).toBeLessThan(1)
  })

  it("holds a turn straight that is nearly so, and turns what is drawn back", () => {
    const { pinch, held, toSheet, view } = seen()
    pinch(1, 500, 400, 0, 0, (88 / 180) * Math.PI)
    expect(held.value).toBe(90)
    const [x0, y0] = toSheet(500, 400)
    const [x1, y1] = toSheet(600, 400)
    expect(x1 - x0).toBeCloseTo(0, 6)
    expect(y1 - y0).toBeCloseTo(-100 / view.zoom, 6)
  })

  it("shows it at its true size on a screen that was measured", () => {
    const { view, screenDpi, trueSize } = seen()
    screenDpi.value = 132
    trueSize()
    // An inch of paper is as many CSS px as an inch of the screen.
    expect(view.zoom * 300).toBeCloseTo(132, 6)
  })

  it("keeps the place that is looked at when the room changes, and all of it where nobody moved it", async () => {
    const still = seen()
    still.h.value = 400
    await nextTick()
    expect(still.view.zoom).toBeCloseTo((400 - 32) / 2480, 6)
    const moved = seen()
    moved.pinch(3, 500, 400, 0, 0)
    const zoom = moved.view.zoom
    moved.h.value = 400
    await nextTick()
    expect(moved.view.zoom).toBe(zoom)
  })

  it("tells the engine a view that lies on whole pixels where the paper is straight", () => {
    const { seen: view, lies } = seen()
    expect(view.value.originX * view.value.zoom).toBeCloseTo(-lies.value.x, 6)
    expect([view.value.width, view.value.height]).toEqual([1000, 800])
  })

  it("moves the canvas as it is while fingers do, and has it shown anew once they rest", async () => {
    vi.useFakeTimers()
    onTestFinished(() => void vi.useRealTimers())
    const { view, pinch, lies, style, toSheet, seen: asked, showed, moving } = seen()
    pinch(3, 500, 400, 0, 0)
    await vi.advanceTimersByTimeAsync(200)
    showed()
    expect(moving.value).toBe(false)
    const before = asked.value
    for (const mirrored of [false, true]) {
      view.mirrored = mirrored
      for (let i = 0; i < 20; i++) {
        pinch(1.01, 300 + 20 * i, 500 - 9 * i, 3, -2, 0.02)
        await nextTick()
        expect(moving.value).toBe(true)
        // A place of the sheet is drawn in the box, which is moved as a whole: that is where it is meant to be seen.
        const [tx, ty, mirror, turn, scale] = [...style.value.transform.matchAll(/-?[\d.]+(?:e-\d+)?/g)].map(
          Number,
        )
        const [wide, high] = [parseFloat(style.value.width), parseFloat(style.value.height)]
        for (const [x, y] of [
          [874, 1240],
          [200, 2000],
        ] as const) {
          const [u, v] = [
            lies.value.x + x * lies.value.zoom - wide / 2,
            lies.value.y + y * lies.value.zoom - high / 2,
          ]
          const [cos, sin] = [Math.cos((turn! * Math.PI) / 180), Math.sin((turn! * Math.PI) / 180)]
          const across = 500 + tx! + mirror! * scale! * (cos * u - sin * v)
          const down = 400 + ty! + scale! * (sin * u + cos * v)
          const [foundX, foundY] = toSheet(across, down)
          expect(foundX).toBeCloseTo(x, 1)
          expect(foundY).toBeCloseTo(y, 1)
        }
      }
    }
    // What was in sight stays in sight: nothing was inked meanwhile but what came in from the sides, once.
    const meanwhile = asked.value
    expect(meanwhile.zoom === before.zoom || meanwhile.zoom < view.zoom).toBe(true)
    showed()
    await vi.advanceTimersByTimeAsync(200)
    showed()
    await nextTick()
    showed()
    expect(moving.value).toBe(false)
    expect(asked.value.zoom).toBeCloseTo(view.zoom, 9)
    expect(style.value.transform).not.toContain("translate")
  })

  it("asks for nothing while fingers only come closer, and for one view at a time where paper comes in sight", async () => {
    vi.useFakeTimers()
    onTestFinished(() => void vi.useRealTimers())
    const { pinch, seen: asked, showed } = seen()
    pinch(4, 500, 400, 0, 0)
    await vi.advanceTimersByTimeAsync(200)
    showed()
    const close = asked.value
    for (let i = 0; i < 10; i++) {
      pinch(1.05, 500, 400, 0, 0)
      await nextTick()
    }
    expect(asked.value).toBe(close)
    for (let i = 0; i < 8; i++) {
      pinch(1, 500, 400, 60, 0)
      await nextTick()
    }
    const first = asked.value
    expect(first).not.toBe(close)
    pinch(1, 500, 400, 60, 0)
    await nextTick()
    expect(asked.value).toBe(first)
    showed()
    await nextTick()
    expect(asked.value).not.toBe(first)
  })
})
