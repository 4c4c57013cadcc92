import { describe, expect, it } from "vitest"
import { ends, statesOf, withoutStation } from "@/bench/help/states"
import { placeOnWay } from "@/bench/help/useShowMe"
import { type BrushDocument, newLink, settingNamed } from "@/documents/brush"
import { DEFAULT_BRUSH, STATION_HELP, STATIONS } from "@/generated/layout"

const BRUSH = structuredClone(DEFAULT_BRUSH) as unknown as BrushDocument

describe("what a setting does", () => {
  it("is seen at its least and its most", () => {
    const states = statesOf(settingNamed("softness"), BRUSH)
    expect(states.map((one) => one.document.softness)).toEqual([0, 1])
    expect(states.map((one) => one.caption)).toEqual(["0 %", "100 %"])
  })

  it("is seen about where it stands, where its range spans decades, and never beyond it", () => {
    const size = settingNamed("size")
    const [less, more] = ends(size, 20)
    expect(less).toBeLessThan(10)
    expect(more).toBeGreaterThan(40)
    expect(ends(size, size.low)[0]).toBe(size.low)
    expect(ends(size, size.high)[1]).toBe(size.high)
  })

  it("is seen off and on, and with each of several", () => {
    expect(statesOf(settingNamed("pixel_edge"), BRUSH).map((one) => one.document.pixel_edge)).toEqual([
      false,
      true,
    ])
    const way = settingNamed("steadying")
    expect(statesOf(way, BRUSH).map((one) => one.caption)).toEqual([...way.choices])
  })

  it("goes from where it stands to its least, its most and back", () => {
    expect(placeOnWay(0, 0.4)).toBeCloseTo(0.4)
    expect(placeOnWay(1 / 3, 0.4)).toBeCloseTo(0)
    expect(placeOnWay(2 / 3, 0.4)).toBeCloseTo(1)
    expect(placeOnWay(1, 0.4)).toBeCloseTo(0.4)
  })
})

describe("what a station does", () => {
  it("is told of each, and seen beside the brush without it", () => {
    for (const station of STATIONS) {
      expect(STATION_HELP[station]).toMatch(/^[A-Z].*\. [A-Z].*\.$/)
      expect(withoutStation(station, BRUSH).at(-1)!.document).toBe(BRUSH)
    }
  })

  it("takes its settings and its responses away, and no other's", () => {
    const link = { pressure: newLink("size") }
    const brush = {
      ...BRUSH,
      ...{ size: 33, reach: 90, steadying: "even-out", softness: 0.7, ink: "#123456" },
      responses: { size: link, spacing: { tilt: newLink("spacing") } },
    } as BrushDocument
    const [weightless] = withoutStation("weight", brush)
    expect(weightless!.document).toMatchObject({ size: 33, steadying: "even-out", softness: 0.7 })
    expect(Object.keys(weightless!.document.responses)).toEqual(["spacing"])
    expect(withoutStation("line", brush)[0]!.document.steadying).toBe("none")
    expect(withoutStation("ink", brush)[0]!.document.ink).toBe("#123456")
    expect(withoutStation("hand", brush)[0]!.document.responses).toEqual({})
  })
})
