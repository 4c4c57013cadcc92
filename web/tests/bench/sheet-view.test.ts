import { describe, expect, it } from "vitest"
import { nextTick, ref } from "vue"
import { flowed, laneAt, shiftOf, type Block } from "@/bench/flow"
import { useSheetView } from "@/bench/proof/useSheetView"
import { PROOF_SHEET } from "@/generated/layout"
import { living } from "../support/scope"

/** Lanes as they ship, more or less: eight, in three columns. */
const LANES: Block[] = Array.from({ length: 8 }, (_, i) => {
  const [left, top] = [46 + 390 * (i % 3), 14 + 165 * Math.floor(i / 3)]
  return { key: `lane-${i}`, reach: { left, top, right: left + 340 + 10 * i, bottom: top + 130 } }
})

function seen(width: number, height: number) {
  const [w, h] = [ref(width), ref(height)]
  const blocks = ref(LANES)
  const held = ref<string>()
  return { w, h, blocks, held, ...living(() => useSheetView(w, h, blocks, held, () => 20)) }
}

describe("the flow of lanes", () => {
  const rooms: [number, number][] = [
    [1216, 585],
    [1216, 300],
    [736, 1000],
    [736, 500],
    [960, 560],
    [1856, 900],
  ]

  it("shows all lanes whole, apart from each other, with free paper below", () => {
    for (const [width, height] of rooms) {
      const { zoom, places, free } = flowed(LANES, width, height)
      const boxes = [...places.values()]
      expect(boxes).toHaveLength(8)
      boxes.forEach((one, i) => {
        expect(one.right * zoom).toBeLessThanOrEqual(width + 1)
        expect(one.bottom).toBeLessThanOrEqual(free)
        for (const other of boxes.slice(i + 1)) {
          const apart = one.right <= other.left + 1e-6 || other.right <= one.left + 1e-6
          expect(apart || one.bottom <= other.top || other.bottom <= one.top).toBe(true)
        }
      })
      expect(height - free * zoom).toBeGreaterThanOrEqual(45)
    }
  })

  it("makes strokes as large as any number of columns can, or within 5 % of that", () => {
    for (const [width, height] of rooms) {
      const { zoom } = flowed(LANES, width, height)
      const room = height - Math.min(220, Math.max(48, 0.2 * height))
      for (let across = 1; across <= 8; across++) {
        let [wide, high] = [0, 0]
        for (let k = 0; k < across; k++)
          wide += Math.max(
            0,
            ...LANES.filter((_, i) => i % across === k).map((_, n) => 340 + 10 * (n * across + k)),
          )
        high = 130 * Math.ceil(8 / across)
        const labels = 22 * Math.ceil(8 / across)
        const most = Math.min(1, width / wide, (room - labels) / high)
        if (wide <= 2048) expect(zoom).toBeGreaterThanOrEqual(0.95 * most - 1e-9)
      }
    }
  })

  it("stands in two rows beside a tray", () => {
    const { places } = flowed(LANES, 1216, 300)
    expect(new Set([...places.values()].map((one) => one.top)).size).toBe(2)
  })

  it("leaves room for the label, and for the ink of a wide brush beside its path", () => {
    const { places, shifts, zoom } = flowed(LANES, 1216, 560, "", 30)
    for (const { key, reach } of LANES) {
      const [place, shift] = [places.get(key)!, shifts.get(key)!]
      expect((reach.top + shift[1] - 30 - place.top) * zoom).toBeGreaterThan(21)
      expect(reach.left + shift[0] - 30).toBeGreaterThanOrEqual(place.left - 1)
      expect(reach.bottom + shift[1] + 30).toBeLessThanOrEqual(place.bottom + 1)
    }
  })

  it("keeps the lane in hand where there is no room for all, first and whole", () => {
    const { places, free, zoom } = flowed(LANES, 1216, 90, "lane-7")
    expect(places.size).toBeLessThan(8)
    expect(places.get("lane-7")).toMatchObject({ left: 0, top: 0 })
    expect(free * zoom).toBeLessThanOrEqual(90 - 48 + 2)
  })

  it("shifts what lies over a lane with it, and what lies on free paper with that", () => {
    const flow = flowed(LANES, 736, 1000)
    const { left, top } = flow.places.get("lane-4")!
    expect(laneAt(flow, left + 5, top + 5)).toBe("lane-4")
    expect(shiftOf(flow, "lane-4")).toEqual(
      [left - LANES[4]!.reach.left, top + 22 / flow.zoom - LANES[4]!.reach.top].map(Math.round),
    )
    expect(laneAt(flow, 5, flow.free + 1)).toBe("")
    expect(shiftOf(flow, "")![1]).toBe(flow.free - 520)
    expect(shiftOf(flow, "gone")).toBeUndefined()
  })
})

describe("the view of the proof sheet", () => {
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

  it("lays nothing out anew because another stroke was taken in hand", async () => {
    const { flow, held, h } = seen(1216, 90)
    const before = flow.value
    held.value = "lane-6"
    await nextTick()
    expect(flow.value).toBe(before)
    h.value = 91
    await nextTick()
    expect(flow.value!.places.get("lane-6")).toMatchObject({ left: 0, top: 0 })
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
