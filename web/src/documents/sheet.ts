// A sheet: its paper, layers, underlays and guides, and how its strokes are inked.
import type { GUIDES } from "@/generated/layout"
import { DEFAULT_SHEET, MM_PER_INCH, type RULES } from "@/generated/layout"
import type { BrushDocument, Layer } from "./brush"
import type { KeptStroke } from "./stroke"

export interface SheetLayer extends Layer {
  name: string
  /** Nothing may be drawn on it or taken from it. */
  locked: boolean
}

/** A picture below the ink, its middle at (x, y), `scale` sheet px to a px of it, turned by degrees. */
export interface Underlay {
  picture: string
  name: string
  width: number
  height: number
  x: number
  y: number
  scale: number
  turn: number
  mirrored: boolean
  opacity: number
  shown: boolean
  tint: string | null
}

export type Guides = Record<(typeof GUIDES)[number]["name"], number | string | boolean>
export type RuleKind = (typeof RULES)[number]
export type Unit = "mm" | "inch" | "px"

export interface SheetDocument {
  version: number
  width: number
  height: number
  dpi: number
  unit: Unit
  /** Colour of the paper. */
  tint: string
  /** Whether its strokes follow their brushes, or stay as they were drawn. */
  follows: boolean
  layers: SheetLayer[]
  underlays: Underlay[]
  guides: Guides
}

/** How a stroke on a sheet is inked: its look, and what of that is its own. */
export interface Inked {
  look: string
  seed: number
  size?: number | null
  ink: string
  opacity: number | null
  layer?: number
}

export interface SheetStroke extends KeptStroke, Inked {
  sheet: string
  /** Its place in the order, ms. */
  drawnAt: number
  seed: number
  layer?: number
  size?: number | null
}

/** A brush as it was when strokes were inked with it; it never changes. */
export interface Look {
  id: string
  brush: string | null
  name: string
  document: BrushDocument
}

/** All that tells how a stroke is inked, as one key. */
export const inkedKey = ({ look, seed, size, ink, opacity, layer }: SheetStroke): string =>
  [look, seed, size ?? "", ink, opacity ?? "", layer ?? 0].join(" ")

export const defaultSheet = (): SheetDocument => structuredClone(DEFAULT_SHEET) as unknown as SheetDocument

const PER_INCH: Record<Unit, (dpi: number) => number> = {
  mm: () => MM_PER_INCH,
  inch: () => 1,
  px: (dpi) => dpi,
}

/** A length in a unit as px at so many dots per inch, and back. */
export const pxOf = (length: number, unit: Unit, dpi: number): number => (length / PER_INCH[unit](dpi)) * dpi
export const lengthOf = (px: number, unit: Unit, dpi: number): number => (px / dpi) * PER_INCH[unit](dpi)
