import { describe, expect, it, vi } from "vitest"
import { ref, shallowRef } from "vue"
import type { Bench } from "@/bench/useBench"
import type { Readings } from "@/engine/questions/readings"
import { CAUSES, FIRST_LINK, PRESSURES, RECORDS } from "@/generated/layout"
import { PLOTS } from "@/bench/readings/plots"
import { useReadings } from "@/bench/readings/useReadings"

type Field = keyof typeof RECORDS.readings.fields

/** A record of readings that holds nothing but what is given. */
function taken(given: Partial<Record<Field, number[]>>, whole = true): Readings {
  const fields = Object.entries(RECORDS.readings.fields).map(([name, { count }]) => {
    const values = Array<number>(count).fill(0)
    given[name as Field]?.forEach((value, i) => (values[i] = value))
    return [name, values]
  })
  const nothing = { repeat: [-1], light_spread: [-1], shape_fit: [-1], grain_fit: [-1] }
  const empty = Object.entries(nothing).filter(([name]) => !(name in given))
  return { ...Object.fromEntries([...fields, ...empty]), cost: 3.25, took: 120, whole } as Readings
}

function reading(now: Readings, responses = {}) {
  const acts = { changeMany: vi.fn(), changeLink: vi.fn(), closeStep: vi.fn() }
  const bench = {
    engine: { readings: shallowRef(now), remeasuring: ref(false) },
    state: shallowRef({ document: { responses } }),
    ...acts,
  }
  const { figures, causes } = useReadings(bench as unknown as Bench)
  const says = (key: string) => figures.value.find((one) => one.key === key)?.text
  return { figures, causes, says, acts }
}

describe("the readings in words", () => {
  it("say yes only when every pointer's line is even, and else with whom it is not", () => {
    expect(reading(taken({ width_varies: [0.01, 0, 0.004] })).says("even")).toBe("yes")
    expect(reading(taken({ width_varies: [0, 0.2, 0], dark_varies: [0, 0, 0] })).says("even")).toBe(
      "not with finger: 20 %",
    )
    expect(reading(taken({ width_varies: [1.71, 0.1, 0.1] })).says("even")).toBe("no, 171 %")
    expect(reading(taken({ dark_varies: [0, 0, 0.5] })).says("even")).toBe("not with mouse: 50 %")
  })

  it("tell one width where there is one, and both ends where there are two", () => {
    expect(reading(taken({ thinnest: [9], thickest: [9.02] })).says("width")).toBe("9.0 px")
    expect(reading(taken({ thinnest: [1.5], thickest: [22] })).says("width")).toBe("1.5 to 22.0 px")
  })

  it("leave out what there is nothing to read of", () => {
    const { figures } = reading(taken({}))
    const keys = figures.value.map((one) => one.key)
    for (const key of ["repeat", "light", "fit"]) expect(keys).not.toContain(key)
    const grained = reading(taken({ repeat: [0.9], repeat_px: [420], grain_fit: [0.7] }))
    expect(grained.says("repeat")).toBe("90 % at 420 px")
    expect(grained.says("fit")).toBe("0.7 px per px")
  })

  it("warn of what should be seen to", () => {
    const warned = (given: Parameters<typeof taken>[0]) =>
      reading(taken(given))
        .figures.value.filter((one) => one.warns)
        .map((one) => one.key)
    expect(warned({ ripple: [0.019], repeat: [0.5], grain_fit: [1.1] })).toEqual([])
    expect(warned({ ripple: [0.05], repeat: [0.95], grain_fit: [0.5] })).toEqual(["ripple", "repeat", "fit"])
  })

  it("tell the longer of the tapers of width and opacity", () => {
    expect(reading(taken({})).says("tapers")).toBe("none")
    expect(reading(taken({ taper_start: [12], fade_end: [90], taper_end: [20] })).says("tapers")).toBe(
      "12 and 90 px",
    )
  })

  it("list causes largest first, each with an act that switches just that off", () => {
    const link = { on: true, range: [0.1, 1], nodes: [], dead: null, pointers: ["pen"] }
    const jitter = CAUSES.findIndex((cause) => cause.label === "size jitter")
    const now = taken({
      cause_count: [2],
      causes: [jitter, FIRST_LINK],
      effects: [0.1, 0.1, 0.1, 1.4, 0, 0],
    })
    const { causes, acts } = reading(now, { size: { pressure: link } })
    expect(causes.value.map((cause) => cause.label)).toEqual(["Pressure → size", "size jitter"])
    expect(causes.value[0]!.effects).toEqual([1.4, 0, 0])
    causes.value[0]!.off()
    expect(acts.changeLink).toHaveBeenCalledWith("size", "pressure", { on: false })
    causes.value[1]!.off()
    expect(acts.changeMany).toHaveBeenCalledWith({ size_jitter: 0 }, expect.any(String))
    expect(acts.closeStep).toHaveBeenCalledTimes(2)
  })

  it("do not name a link that is gone by now", () => {
    const now = taken({ cause_count: [1], causes: [FIRST_LINK + 3], effects: [1, 1, 1] })
    expect(reading(now).causes.value).toEqual([])
  })
})

describe("what was measured, drawn", () => {
  it("is one line of widths where all pointers are alike, else one for each", () => {
    const same = PRESSURES.map((pressure) => 20 * pressure)
    const alike = PLOTS.width!(taken({ width: [...same, ...same, ...same] }))
    expect(alike.lines.map((line) => line.label)).toEqual(["all pointers"])
    const flat = PRESSURES.map(() => 8)
    const apart = PLOTS.width!(taken({ width: [...same, ...flat, ...flat] }))
    expect(apart.lines.map((line) => line.label)).toEqual(["pen", "finger", "mouse"])
    expect(apart.most).toBeCloseTo(22)
  })

  it("marks an edge where it passes 10 and 90 %, and shows it from near", () => {
    const profile = [0, 0, 0, 0, 0, 0.2, 0.6, 1, 1, 1, 1, 1, 1, 1]
    const plot = PLOTS.edge!(
      taken({ profile_count: [14], profile_step: [1], profile, edges: [4.5, 6.75, 12, 13] }),
    )
    expect(plot.marks).toEqual([
      { x: 4.5, label: "10 %" },
      { x: 6.75, label: "90 %" },
    ])
    const [first, last] = [plot.lines[0]!.x[0]!, plot.lines[0]!.x.at(-1)!]
    expect(first).toBeLessThan(4.5)
    expect(last).toBeGreaterThan(6.75)
    expect(last).toBeLessThan(13)
  })

  it("shows an even edge as a level line in the middle", () => {
    const plot = PLOTS.ripple!(taken({ edge_count: [4], edge_step: [1], edge: [7, 7, 7, 7], period: [1.5] }))
    expect(plot.lines[0]!.y).toEqual([0.5, 0.5, 0.5, 0.5])
    expect(plot.ends[1]).toBe("4 px on; a stamp every 1.5 px")
  })

  it("marks where a grain repeats, and nothing where it does not", () => {
    const given = { auto_count: [3], auto_step: [2], auto: [1, -0.2, 0.9], repeat: [0.9], repeat_px: [4] }
    const plot = PLOTS.repeat!(taken(given))
    expect(plot.marks).toEqual([{ x: 4, label: "strongest" }])
    expect(plot.lines[0]!.y).toEqual([1, 0, 0.9])
    expect(PLOTS.repeat!(taken({ ...given, repeat: [0] })).marks).toEqual([])
  })
})
