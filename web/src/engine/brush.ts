// The brush document, and moving it into the record that the kernels read.
import { CURVES, INPUTS, KIND, OUTPUTS, PAPER, SETTINGS } from "@/generated/layout"
import { numberOf } from "@/parts/colours"
import type { Images } from "./images"
import type { Memory } from "./memory"
import { bytesOf, fieldOf, writeField } from "./records"
import type { Kind, Layer } from "./sheet"

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
export type Output = (typeof OUTPUTS)[number]["name"]
export type Input = (typeof INPUTS)[number]["name"]
export type Node = [number, number]

export interface Link {
  on: boolean
  range: [number, number]
  nodes: Node[]
  /** The stretch of the input that changes nothing. */
  dead: [number, number] | null
  /** The kinds of pointer it holds for. */
  pointers: Kind[]
}

/** A response with the input it follows and the output it changes. */
export interface Response {
  output: Output
  input: Input
  link: Link
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

/** A layer of the proof sheet. */
export interface LayerUse extends Layer {
  /** Whether the lanes are inked on it too. */
  lanes: boolean
  /** The brush its strokes are inked with, by its id; the brush itself where there is none. */
  brush: string | null
}

export type BrushDocument = {
  version: number
  /** The set of proof strokes that it is shown on; empty for those that ship. */
  proofs: string
  /** The layers of its proof sheet, the lowest first. */
  layers: LayerUse[]
  /** Colour of its proof sheet; the room's paper where there is none. */
  ground: string | null
  /** Whether paper and ink are swapped on its proof sheet. */
  swapped: boolean
  shapes: ShapeUse[]
  grain: GrainUse | null
  responses: Partial<Record<Output, Partial<Record<Input, Link>>>>
} & Record<SettingName, number | string | boolean>

export const settingNamed = (name: SettingName): Setting => SETTINGS.find((one) => one.name === name)!

/** A response that is newly switched on: straight, over the output's usual range, for every pointer. */
export function newLink(output: Output): Link {
  const { starts } = OUTPUTS.find((one) => one.name === output)!
  const pointers = Object.keys(KIND) as Kind[]
  return {
    on: true,
    range: [...starts],
    nodes: [...CURVES[0].nodes.map((node): Node => [...node])],
    dead: null,
    pointers,
  }
}

/** The responses of a brush, in the order in which its record has them. */
export function responsesOf(brush: BrushDocument): Response[] {
  const found: Response[] = []
  for (const { name: output } of OUTPUTS) {
    for (const { name: input } of INPUTS) {
      const link = brush.responses[output]?.[input]
      if (link) found.push({ output, input, link })
    }
  }
  return found
}

export function writeLink(memory: Memory, at: number, link: Link): void {
  writeField(memory, "link", at, "on", link.on ? 1 : 0)
  writeField(memory, "link", at, "low", link.range[0])
  writeField(memory, "link", at, "high", link.range[1])
  writeField(memory, "link", at, "dead_low", link.dead?.[0] ?? 0)
  writeField(memory, "link", at, "dead_high", link.dead?.[1] ?? 0)
  const pointers = link.pointers.reduce((bits, kind) => bits | (1 << KIND[kind]), 0)
  writeField(memory, "link", at, "pointers", pointers)
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
    // What waits on this device, or was drawn into a source, may be older than the setting.
    const value = brush[setting.name] ?? setting.default
    let number: number
    if (setting.kind === "choice") number = (setting.choices as readonly string[]).indexOf(value as string)
    else if (setting.kind === "colour") number = numberOf(value as string)
    else number = Number(value)
    writeField(memory, "brush", at, setting.name, number)
  }
  writeField(memory, "brush", at, "paper", brush.ground ? numberOf(brush.ground) : PAPER)
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
  const responses = responsesOf(brush)
  writeField(memory, "brush", at, "link_count", responses.length)
  responses.forEach(({ output, input, link }, i) => {
    const place = linkAt(at, i)
    const numbered = (all: readonly { name: string }[], name: string) =>
      all.findIndex((one) => one.name === name)
    writeField(memory, "link", place, "input", numbered(INPUTS, input))
    writeField(memory, "link", place, "output", numbered(OUTPUTS, output))
    writeLink(memory, place, link)
  })
}
