import { describe, expect, it } from "vitest"
import { onStep, placeOf, shown, typed, valueAt } from "@/documents/values"

describe("values of settings", () => {
  it("are shown with as many decimals as their step needs", () => {
    expect(shown(0.125, "%", 0.01)).toBe("13")
    expect(shown(0.125, "%", 0.001)).toBe("12.5")
    expect(shown(12.04, "px", 0.1)).toBe("12")
    expect(shown(12.06, "px", 0.1)).toBe("12.1")
    expect(shown(-45, "°", 1)).toBe("-45")
  })

  it("are read as a person types them", () => {
    expect(typed("12,5", "px")).toBe(12.5)
    expect(typed(" 40 %", "%")).toBeCloseTo(0.4)
    expect(typed("a lot", "px")).toBeNaN()
  })

  it("come back from their place on the slider, linear or by ratios", () => {
    for (const log of [false, true]) {
      for (const value of [1, 7, 40, 400]) {
        expect(valueAt(placeOf(value, 1, 400, log), 1, 400, log, 1)).toBe(value)
      }
    }
    expect(placeOf(20, 1, 400, true)).toBeCloseTo(0.5)
  })

  it("stay on their steps and in their range", () => {
    expect(onStep(0.1 + 0.2, 0, 1, 0.1)).toBe(0.3)
    expect(onStep(9, 0, 5, 2)).toBe(5)
    expect(valueAt(-3, 2, 8, false, 1)).toBe(2)
    expect(valueAt(7, 2, 8, false, 1)).toBe(8)
  })
})
