import { describe, expect, it } from "vitest"
import type { BrushDocument } from "@/documents/brush"
import { newLink } from "@/documents/brush"
import { differences, inWords } from "@/documents/differences"
import { DEFAULT_BRUSH, OUTPUTS, INPUTS, SETTINGS } from "@/generated/layout"
import type { Setting } from "@/documents/brush"
import { chanceOf } from "../support/devices"

const plain = DEFAULT_BRUSH as unknown as BrushDocument

/** A brush with settings, sources and responses by chance. */
function anyBrush(chance: () => number): BrushDocument {
  const brush = structuredClone(plain)
  for (const { name, kind, low, high, choices } of SETTINGS as readonly Setting[]) {
    if (chance() < 0.8) continue
    const values = { number: low + (high - low) * chance(), switch: chance() < 0.5, colour: "#123456" }
    const value =
      kind === "choice" ? choices[Math.floor(chance() * choices.length)] : values[kind as "number"]
    Object.assign(brush, { [name]: value })
  }
  const output = OUTPUTS[Math.floor(chance() * OUTPUTS.length)]!.name
  const input = INPUTS[Math.floor(chance() * INPUTS.length)]!.name
  if (chance() < 0.7) brush.responses = { ...brush.responses, [output]: { [input]: newLink(output) } }
  if (chance() < 0.5) brush.grain = { picture: "a".repeat(64), source: null }
  return brush
}

describe("what sets two brushes apart", () => {
  it("is nothing between a brush and itself, whatever its sheet", () => {
    const other = { ...plain, proofs: "mine", swapped: true, ground: "#ffffff" }
    expect(differences(plain, other)).toEqual([])
  })

  it.each([1, 2, 3, 4, 5, 6, 7, 8])("makes them agree once all of it is taken over (seed %i)", (seed) => {
    const chance = chanceOf(seed)
    const theirs = anyBrush(chance)
    let mine = anyBrush(chance)
    const found = differences(mine, theirs)
    expect(found.length).toBeGreaterThan(0)
    for (const { take } of found) mine = { ...mine, ...take(mine) }
    expect(differences(mine, theirs)).toEqual([])
  })

  it("takes over one thing and nothing else", () => {
    const other = { ...plain, size: 33, flow: 0.5 } as BrushDocument
    const [first] = differences(plain, other).filter(({ key }) => key === "size")
    expect({ ...plain, ...first!.take(plain) }).toEqual({ ...plain, size: 33 })
  })

  it("is told in words, by station, the unit once", () => {
    const other = { ...plain, spacing: 0.09, stamps: 3, size: 33 } as BrushDocument
    const found = differences({ ...plain, spacing: 0.04, stamps: 1, size: 20 } as BrushDocument, other)
    expect(found.map(({ station }) => station)).toEqual(["weight", "tip", "tip"])
    expect(inWords(found)).toContain("size 20 to 33 px")
    expect(inWords(found)).toContain("spacing 4 to 9 %")
    expect(inWords(found, 1)).toMatch(/, 2 more$/)
  })

  it("tells the same setting of two pointers apart", () => {
    const labels = differences(plain, { ...plain, pen_level: 0.1, finger_level: 0.2 } as BrushDocument)
    expect(new Set(labels.map(({ label }) => label)).size).toBe(2)
  })
})
