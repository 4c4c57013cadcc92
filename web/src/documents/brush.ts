// The brush document, and what it is made of.
import type { MODES } from "@/generated/layout"
import { CURVES, INPUTS, KIND, OUTPUTS, SETTINGS } from "@/generated/layout"
import type { Kind } from "./stroke"

export type Mode = (typeof MODES)[number]

/** A layer of a sheet, as the record `layer` has it. */
export interface Layer {
  which: number
  mode: Mode
  opacity: number
  shown: boolean
}

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

/** The pictures that a brush uses. */
export function pictureUses({ shapes, grain }: Pick<BrushDocument, "shapes" | "grain">): GrainUse[] {
  return [...(shapes ?? []), ...(grain ? [grain] : [])]
}

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

export interface CurveChange {
  nodes: Node[]
  index: number
}
