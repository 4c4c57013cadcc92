// Which part of a paper a sheet is inked as, and when the one that is there will do.
import { describe, expect, it } from "vitest"
import { partFor, serves, wholeOf } from "@/engine/easel/part"

const POSTCARD = { width: 1748, height: 1240 }
const SHEET = { width: 2480, height: 3508 }
const view = { zoom: 0.5, originX: -40, originY: -30, width: 1436, height: 736 }

describe("a sheet that is inked", () => {
  it("serves the paper it was inked for", () => {
    expect(serves(wholeOf(POSTCARD, 0.5), POSTCARD, view)).toBe(true)
    expect(serves(partFor(POSTCARD, view), POSTCARD, view)).toBe(true)
  })

  it("serves no paper that ends before it, seen or not", () => {
    expect(serves(wholeOf(SHEET, 0.5), POSTCARD, view)).toBe(false)
    expect(serves(wholeOf(SHEET, 1), POSTCARD)).toBe(false)
  })

  it("serves no paper of which more is in sight", () => {
    expect(serves(wholeOf(POSTCARD, 0.5), SHEET, view)).toBe(false)
  })
})
