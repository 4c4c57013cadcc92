import { type BrushDocument, newLink, responsesOf, settingNamed } from "@/documents/brush"
import { describe, expect, it } from "vitest"
import { writeBrush } from "@/engine/memory/brush"
import { Memory } from "@/engine/memory/memory"
import { bytesOf, readField } from "@/engine/memory/records"
import type { RECORDS } from "@/generated/layout"
import { DEFAULT_BRUSH, INPUTS, OUTPUTS, SETTINGS } from "@/generated/layout"

const plain = () => structuredClone(DEFAULT_BRUSH) as unknown as BrushDocument
const noImages = { indexOf: (role: string) => (role === "grain" ? 4 : -1) }

function written(brush: BrushDocument) {
  const memory = new Memory(new WebAssembly.Memory({ initial: 8 }), 1024)
  const record = memory.take(1, bytesOf("brush"))
  writeBrush(memory, record.at, brush, noImages as never)
  return (name: keyof typeof RECORDS.brush.fields) => readField(memory, "brush", record.at, name)
}

describe("a brush in the record that the kernels read", () => {
  it("has every number as the document has it", () => {
    const brush = plain()
    SETTINGS.forEach((one, i) => {
      if (one.kind === "number") brush[one.name] = one.low + ((i % 7) / 7) * (one.high - one.low)
    })
    const field = written(brush)
    for (const { name, kind } of SETTINGS) {
      if (kind === "number") expect(field(name), name).toBeCloseTo(Number(brush[name]), 2)
    }
  })

  it("numbers choices in their order, and knows colours and switches", () => {
    const field = written({ ...plain(), overlap: "build", ink: "#24506e", finish: false })
    expect(field("overlap")).toBe(1)
    expect(field("ink")).toBe(0x24506e)
    expect(field("finish")).toBe(0)
  })

  it("inks with the default of a setting that is younger than the document", () => {
    const old = plain() as Record<string, unknown>
    delete old.taper_end_opacity_length
    delete old.spread
    const field = written(old as BrushDocument)
    expect(field("taper_end_opacity_length")).toBe(settingNamed("taper_end_opacity_length").default)
    expect(field("spread")).toBe(0)
  })

  it("tells whether its grain is at hand", () => {
    expect(written(plain())("grain_image")).toBe(-1)
    expect(written({ ...plain(), grain: { picture: "a".repeat(64), source: null } })("grain_image")).toBe(4)
  })
})

describe("responses", () => {
  it("stand in the order of outputs, then inputs, as the record has them", () => {
    const link = newLink("size")
    const responses = { flow: { speed: link }, size: { tilt: link, pressure: link } }
    const found = responsesOf({ ...plain(), responses }).map(({ output, input }) => `${input}>${output}`)
    expect(found).toEqual(["pressure>size", "tilt>size", "speed>flow"])
    const place = (output: string) => OUTPUTS.findIndex((one) => one.name === output)
    expect(place("size")).toBeLessThan(place("flow"))
    expect(INPUTS[0].name).toBe("pressure")
  })

  it("begin straight, over the usual range of their output, for every pointer, and share nothing", () => {
    for (const { name, starts } of OUTPUTS) {
      const link = newLink(name)
      expect(link.range).toEqual([...starts])
      expect(link.pointers).toEqual(["pen", "finger", "mouse"])
      link.nodes[0]![1] = 0.7
      expect(newLink(name).nodes[0]).toEqual([0, 0])
    }
  })
})
