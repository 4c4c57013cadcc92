// Recipes as documents, and what the core says of their steps and generators.
import type { BrushDocument, Setting } from "./brush"
import type { Kind as Pointer } from "./stroke"

export type Makes = "shape" | "grain"
export type Value = number | string | boolean

/** A kind of step or generator. */
export interface Kind {
  name: string
  label: string
  help: string
  /** What a generator is meant for; empty for a step. */
  makes: string
  settings: Setting[]
  begins: Record<string, unknown>
}

/** One thing that may be wrong with a source, and the step that mends it. */
export interface Advice {
  bit: number
  says: string
  mends: string
  step: Record<string, unknown> | null
}

/** Something recognised of a picture that comes in, and the step that answers it. */
export interface Sign {
  bit: number
  says: string
  step: Record<string, unknown>
}

export interface MendStroke {
  dx: number
  dy: number
  radius: number
  heal: boolean
  samples: [number, number][]
}

export interface DrawStroke {
  brush: BrushDocument
  kind: Pointer
  erase: boolean
  seed?: number
  samples: number[][]
}

export interface Step {
  kind: string
  on: boolean
  points?: [number, number][]
  other?: string | null
  source?: string | null
  strokes?: (MendStroke | DrawStroke)[]
  [setting: string]: unknown
}

export interface Start {
  kind: string
  channel?: string
  side?: number
  seed?: number
  [setting: string]: unknown
}

export interface Recipe {
  start: Start
  steps: Step[]
}

/** A source's figures as the core measured them. */
export interface Figures {
  width: number
  height: number
  seam_across: number
  seam_down: number
  repeat: number
  border_most: number
  mean: number
  black: number
  white: number
  advice: number
}

/** What a fitted screen came to. */
export interface Screen {
  side: number
  angle: number
  ruling: number
  overlap: number
}
