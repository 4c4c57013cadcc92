// The brush document, and moving it into the record that the kernels read.
import { INPUTS, OUTPUTS, RESPONSES, SETTINGS } from "@/generated/layout"
import type { Images } from "./images"
import type { Memory } from "./memory"
import { bytesOf, fieldOf, writeField } from "./records"

/** What a control needs to know of a setting of a brush, a step or a generator. */
export interface Setting {
  name: string
  label: string
  station: string
  kind: string
  default: number | string | boolean
  unit: string
  low: number
  high: number
  step: number
  log: boolean
  choices: readonly string[]
  help: string
}

export type SettingName = (typeof SETTINGS)[number]["name"]
export type Output = (typeof OUTPUTS)[number]
export type Input = (typeof INPUTS)[number]
export type Node = [number, number]

export interface Link {
  on: boolean
  range: [number, number]
  nodes: Node[]
}

/** A grain source in use. */
export interface GrainUse {
  picture: string
  source: string | null
}

/** A shape source in use, with its own turn (°), flips, scale and invert. */
export interface ShapeUse extends GrainUse {
  turn: number
  scale: number
  flip_across: boolean
  flip_along: boolean
  invert: boolean
}

export type BrushDocument = {
  version: number
  shapes: ShapeUse[]
  grain: GrainUse | null
  responses: Record<Output, Record<Input, Link>>
} & Record<SettingName, number | string | boolean>

export const settingNamed = (name: SettingName): Setting => SETTINGS.find((one) => one.name === name)!

export function writeLink(memory: Memory, at: number, link: Link): void {
  writeField(memory, "link", at, "on", link.on ? 1 : 0)
  writeField(memory, "link", at, "low", link.range[0])
  writeField(memory, "link", at, "high", link.range[1])
  writeField(memory, "link", at, "count", link.nodes.length)
  link.nodes.forEach(([x, y], i) => {
    writeField(memory, "link", at, "x", x, i)
    writeField(memory, "link", at, "y", y, i)
  })
}

/** Where response number `index` lies in a brush record. */
export const linkAt = (brush: number, index: number): number =>
  brush + fieldOf("brush", "responses").offset + index * bytesOf("link")

/** Write a document into the brush record at `at`; the derived fields are the kernel `prepare`'s. */
export function writeBrush(memory: Memory, at: number, brush: BrushDocument, images: Images): void {
  for (const setting of SETTINGS) {
    const value = brush[setting.name]
    let number: number
    if (setting.kind === "choice") number = (setting.choices as readonly string[]).indexOf(value as string)
    else if (setting.kind === "colour") number = parseInt((value as string).slice(1), 16)
    else number = Number(value)
    writeField(memory, "brush", at, setting.name, number)
  }
  writeField(memory, "brush", at, "shape_count", brush.shapes.length)
  brush.shapes.forEach((use, i) => {
    const shape = at + fieldOf("brush", "shapes").offset + i * bytesOf("use")
    writeField(memory, "use", shape, "image", images.indexOf(use.invert ? "inverted" : "shape", use.picture))
    writeField(memory, "use", shape, "turn", use.turn)
    writeField(memory, "use", shape, "scale", use.scale)
    writeField(memory, "use", shape, "flip_across", use.flip_across ? 1 : 0)
    writeField(memory, "use", shape, "flip_along", use.flip_along ? 1 : 0)
  })
  const grain = brush.grain ? images.indexOf("grain", brush.grain.picture) : -1
  writeField(memory, "brush", at, "grain_image", grain)
  RESPONSES.forEach((response, i) => {
    const link = linkAt(at, i)
    writeField(memory, "link", link, "input", INPUTS.indexOf(response.input))
    writeField(memory, "link", link, "output", OUTPUTS.indexOf(response.output))
    writeLink(memory, link, brush.responses[response.output][response.input])
  })
}
