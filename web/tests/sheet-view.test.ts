import { describe, expect, it } from "vitest"
import { nextTick, ref } from "vue"
import { useSheetView } from "@/bench/useSheetView"
import type { Rectangle } from "@/engine/sheet"
import { LANES_AREA, PROOF_SHEET } from "@/generated/layout"
import { living } from "./scope"

const [LANES_WIDE, LANES_HIGH] = LANES_AREA as [number, number]

function seen(width: number, height: number) {
  const [w, h] = [ref(width), ref(height)]
  const lanes = ref({ left: 0, top: 0, right: LANES_WIDE, bottom: LANES_HIGH })
  const held = ref<Rectangle>()
  return { w, h, lanes, held, ...living(() => useSheetView(w, h, lanes, held)) }
}

describe("the view of the proof sheet", () => {
  it("shows all lanes whole where there is room", () => {
    const { view } = seen(1216, 585)
    expect(LANES_WIDE * view.zoom).toBeLessThanOrEqual(1216 + 1e-6)
    expect(LANES_HIGH * view.zoom).toBeLessThanOrEqual(585 + 1e-6)
    expect([view.x, view.y]).toEqual([0, 0])
  })

  it("follows the room until fingers have moved it", async () => {
    const { view, w, h, moved, pinch, fit } = seen(1216, 585)
    const whole = view.zoom
    h.value = 320
    await nextTick()
    expect(view.zoom).toBeLessThan(whole)
    pinch(2, 100, 100, 0, 0)
    const pinched = view.zoom
    w.value = 700
    await nextTick()
    expect(view.zoom).toBe(pinched)
    expect(moved.value).toBe(true)
    fit()
    expect(moved.value).toBe(false)
    expect(view.zoom).not.toBe(pinched)
  })

  it("goes to where other lanes lie, unless fingers have moved it", async () => {
    const { view, lanes, pinch } = seen(1216, 320)
    lanes.value = { left: 200, top: 700, right: 200 + LANES_WIDE, bottom: 700 + LANES_HIGH }
    await nextTick()
    expect(view.y).toBe(700)
    // There the room is wider than the lanes: it shows what else there is of the sheet.
    expect(view.x + 1216 / view.zoom).toBeLessThanOrEqual(Math.max(PROOF_SHEET[0]!, 1216 / view.zoom))
    pinch(1.5, 0, 0, 0, 0)
    lanes.value = { left: 0, top: 0, right: LANES_WIDE, bottom: LANES_HIGH }
    await nextTick()
    expect(view.y).toBe(700)
  })

  it("shows the lane in hand where not all have room, and begins at the top where it can", async () => {
    const { view, held, h } = seen(1216, 170)
    expect(view.y).toBe(0)
    held.value = { left: 400, top: 380, right: 800, bottom: 500 }
    await nextTick()
    // Nothing moves because another stroke was taken in hand: it may just have been drawn.
    expect(view.y).toBe(0)
    h.value = 171
    await nextTick()
    expect(view.y + 171 / view.zoom).toBeCloseTo(500)
    held.value = { left: 0, top: 20, right: 300, bottom: 120 }
    h.value = 170
    await nextTick()
    expect(view.y).toBe(0)
    held.value = { left: 400, top: 380, right: 800, bottom: 500 }
    h.value = 585
    await nextTick()
    expect(view.y).toBe(0)
  })

  it("stays put under the fingers while they pinch", () => {
    const { view, pinch } = seen(1216, 585)
    const under = (at: number) => at / view.zoom + view.x
    const before = under(420)
    pinch(1.7, 420, 200, 0, 0)
    expect(under(420)).toBeCloseTo(before)
    pinch(1, 420, 200, 30, 0)
    expect(under(450)).toBeCloseTo(before)
  })

  it("never loses the sheet, however far it is pushed or pinched", () => {
    const { view, pinch } = seen(1216, 585)
    for (let i = 0; i < 50; i++) pinch(0.5, 0, 0, 9000, -9000)
    expect(view.zoom).toBeCloseTo(0.1)
    expect(view.x).toBeLessThan(PROOF_SHEET[0]!)
    expect(view.x).toBeGreaterThan(-1216 / view.zoom)
    for (let i = 0; i < 50; i++) pinch(2, 0, 0, -9000, 9000)
    expect(view.zoom).toBe(16)
  })
})
