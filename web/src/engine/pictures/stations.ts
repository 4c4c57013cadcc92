// Pictures of what each station does to the stroke in hand.
import { type BrushDocument, type Input, type Mode, newLink } from "@/documents/brush"
import { FLOATS, type Stroke, shifted } from "@/documents/stroke"
import {
  CAUSES,
  DEFAULT_BRUSH,
  INPUTS,
  KIND,
  MM_PER_INCH,
  PAPERS,
  PICTURED_PAPER,
  PICTURED_ROOM,
  TAPERS_EACH,
} from "@/generated/layout"
import type { Vector } from "../memory/memory"
import type { Module } from "../memory/module"
import { bytesOf, readColumn } from "../memory/records"
import { pictured, upright } from "./sampleStrokes"
import { Screen } from "../easel/screen"
import { Sheet } from "../easel/sheet"
import type { Slots, Workspace } from "../easel/workspace"

/** What strokes of one kind of pointer report: least and most, and how the pressure is spread over 0..1. */
export interface Reports {
  strokes: number
  pressure: [number, number]
  tilt: [number, number]
  twist: [number, number]
  pressures: number[]
}

/** A stroke's line. */
export interface LineTraces {
  raw: { x: Float32Array; y: Float32Array }
  steadied: { x: Float32Array; y: Float32Array }
  /** Where the steadied line ended when the hand was at each raw sample. */
  lag: { x: Float32Array; y: Float32Array }
}

/** Columns that the Hand, Line and Weight cards plot. */
export interface StationTraces extends LineTraces {
  hand: {
    t: Float32Array
    /** As the brush takes it, and as the pointer reported it. */
    pressure: Float32Array
    reported: Float32Array
    tilt: Float32Array
    speed: Float32Array
  }
  /** Half of the width, px, and the most that is covered, along the stroke. */
  weight: { s: Float32Array; half: Float32Array; cap: Float32Array }
}

const MOST_TRACED = 4096
/** A brush wider than this is shown smaller on its cards. */
const LARGEST = 46

const ONE_LINE = { tip: "ellipse", stamps: 1, size_jitter: 0, scatter_across: 0, scatter_along: 0 }

export const WAYS = ["none", "even-out", "tow line", "speed-aware"] as const
export type Way = (typeof WAYS)[number]
type PaperKey = (typeof PAPERS)[number]["key"]
/** The same crossing four times, so that nobody confuses flow and opacity. */
export const OVERLAPS = {
  "level, half flow": { overlap: "level", flow: 0.5, opacity: 1 },
  "level, half opacity": { overlap: "level", flow: 1, opacity: 0.5 },
  "build, half flow": { overlap: "build", flow: 0.5, opacity: 1 },
  "build, half opacity": { overlap: "build", flow: 1, opacity: 0.5 },
} as const
export type Overlap = keyof typeof OVERLAPS

/** Ink 0..1 as counted from a crossing's pixels: on the line, and where it crosses itself. */
export interface Crossing {
  line: number
  crossing: number
}

export type Picture =
  "tip" | "grain" | "holds" | "ink" | "wet" | "wedge" | Overlap | `mode ${Mode}` | Way | PaperKey

/** What the rail's wedge runs through: sizes from its foot to its head, and its device px per sheet px. */
export interface Wedge {
  low: number
  high: number
  ratio: number
}

const WEDGE: Wedge = { low: 1, high: 100, ratio: 1 }

/** Room for the comparing of the ways, sheet px: the shaky stroke above the one with corners. */
const STRIP = { width: 360, height: 216 }
/** Widest brush in the comparing, so that its path stays to be seen. */
const STRIP_LARGEST = 16

/** The first causes of variation are the tapers; without them, whoever draws. */
const UNTAPERED = Object.assign(
  { tapers_for: "all" },
  ...CAUSES.slice(0, TAPERS_EACH).map((cause) => cause.without),
) as Partial<BrushDocument>

/** Nodes along the wedge: each step multiplies the size alike. */
const WEDGE_STEPS = Array.from({ length: 9 }, (_, i) => i / 8)

const [WIDTH, HEIGHT] = PICTURED_ROOM as [number, number]
const [PAPER_WIDTH, PAPER_HEIGHT] = PICTURED_PAPER as [number, number]

const HOLDS = ["paper", "stroke", "stamp", "line"]

/** A stroke moved so that its middle lies at (x, y). */
function centred(stroke: Stroke, x: number, y: number): Stroke {
  const { samples } = stroke
  const span = (offset: number) => {
    let [low, high] = [Infinity, -Infinity]
    for (let i = offset; i < samples.length; i += FLOATS) {
      low = Math.min(low, samples[i]!)
      high = Math.max(high, samples[i]!)
    }
    return (low + high) / 2
  }
  return shifted(stroke, x - span(0), y - span(1))
}

/** Two patches side by side, a light one and a dark one, and over both the brush. */
const PATCHES = { light: "#d8cbaa", dark: "#37464c" }
const PATCH_SIZE = 116
/** Room of a picture, sheet px; its width fills the canvas. */
function roomOf(which: Picture): { width: number; height: number } {
  if ((WAYS as readonly string[]).includes(which)) return STRIP
  if (PAPERS.some((paper) => paper.key === which)) return { width: PAPER_WIDTH, height: PAPER_HEIGHT }
  return { width: WIDTH, height: HEIGHT }
}

/** What is seen of a station: a picture, and what the pixels of a crossing come to. */
export interface Inked {
  picture: ImageBitmap
  crossing?: Crossing
}

export class StationPictures {
  private scratch: Sheet
  private sheet: Sheet
  private screen: Screen
  /** The recorded strokes on which the ways are compared, each in its half of the strip. */
  private references: Stroke[] = []
  private points: Vector
  private samples: Vector

  constructor(
    private module: Module,
    slots: Slots,
    private space: Workspace,
  ) {
    this.scratch = new Sheet(module, slots, space, 8192, 8192)
    this.sheet = new Sheet(module, slots, space, 1, 1)
    this.screen = new Screen(module, new OffscreenCanvas(1, 1).getContext("2d")!)
    this.points = module.memory.take(MOST_TRACED, bytesOf("point"))
    this.samples = module.memory.take(MOST_TRACED, bytesOf("sample"))
  }

  setPaper(paper: number): void {
    this.screen.setColours(paper, paper)
  }

  /** Ink a picture of a brush, at a size in device px; of the wedge, with what it runs through. */
  inked(which: Picture, brush: BrushDocument, width: number, height: number, wedge: Wedge = WEDGE): Inked {
    const { sheet, screen } = this
    sheet.resize(width, height, which === "wedge" ? wedge.ratio : width / roomOf(which).width)
    screen.setView({ zoom: 1, originX: 0, originY: 0, width, height })
    const crossing = this.ink(which, sheet, brush, wedge)
    screen.showAll(sheet)
    sheet.clear()
    const picture = (screen.context.canvas as OffscreenCanvas).transferToImageBitmap()
    return { picture, ...(crossing && { crossing }) }
  }

  private ink(which: Picture, sheet: Sheet, brush: BrushDocument, wedge: Wedge): Crossing | void {
    const size = Math.min(Number(brush.size), LARGEST)
    const full = { ...brush, ...UNTAPERED, size } as BrushDocument
    const paper = PAPERS.find((one) => one.key === which)
    if (paper) return this.onPaper(paper, sheet, brush)
    if (which in OVERLAPS) return this.crossing(which as Overlap, sheet, full)
    if (which.startsWith("mode ")) return this.overPatches(sheet, { ...full, mode: which.slice(5) })
    switch (which) {
      case "wedge":
        return this.wedgeOf(sheet, brush, wedge)
      case "holds":
        return this.holds(sheet, { ...full, size: Math.min(size, 34) })
      case "tip": {
        const spacing = Math.max(1.12, Number(brush.spacing))
        return this.middle(sheet, { ...full, spacing, steadying: "none" }, [pictured("straight")])
      }
      case "grain":
        return this.middle(sheet, { ...full, opacity: 1 }, [pictured("across")])
      case "ink":
        return this.middle(sheet, full, [pictured("crossing")])
      case "wet":
        this.middle(sheet, { ...full, ink: brush.second_ink, second_share: 0 }, [pictured("wet across")])
        return this.middle(sheet, full, [pictured("wet down")])
      default: {
        const small = Math.min(STRIP_LARGEST, Number(brush.size))
        this.middle(sheet, { ...brush, size: small, steadying: which }, this.references, STRIP.height)
      }
    }
  }

  /** Ink strokes that were made for a room of a height, in the middle of a sheet. */
  private middle(sheet: Sheet, brush: BrushDocument, strokes: Stroke[], height = HEIGHT, across = 0): void {
    const down = (sheet.height / sheet.scale - height) / 2
    sheet.setBrush(brush)
    for (const stroke of strokes) sheet.ink(shifted(stroke, across, down))
  }

  /** The crossing with an overlap of its own, and what its pixels come to. */
  private crossing(which: Overlap, sheet: Sheet, brush: BrushDocument): Crossing {
    const { responses } = brush
    // What the hand does to flow and opacity would be taken for theirs.
    const plain = { ...responses, opacity: {}, flow: {} }
    const alone = {
      ...brush,
      ...OVERLAPS[which],
      responses: plain,
      fade_out: 0,
      pooling: 0,
      wetness: 0,
      mode: "normal",
    }
    this.middle(sheet, alone as BrushDocument, [pictured("crossing")])
    const { scale, width, height } = sheet
    const at = (x: number) =>
      sheet.inkAbout(Math.round(x * scale), Math.round(height / 2), Math.round(2 * scale))
    const middle = width / scale / 2
    return { line: at(middle - 120), crossing: at(middle) }
  }

  /** The brush over a light patch and a dark one. */
  private overPatches(sheet: Sheet, brush: BrushDocument): void {
    const flat = { ...DEFAULT_BRUSH, size: PATCH_SIZE, responses: {}, tip: "broad nib", roundness: 1 }
    for (const [ink, key] of [
      [PATCHES.light, "light patch"],
      [PATCHES.dark, "dark patch"],
    ] as const) {
      this.middle(sheet, { ...flat, ink } as unknown as BrushDocument, [pictured(key)])
    }
    this.middle(sheet, brush, [pictured("over patches")])
  }

  /** The brush from the least to the greatest size of its range, standing upright. */
  private wedgeOf(sheet: Sheet, brush: BrushDocument, { low, high }: Wedge): void {
    const [across, long] = [sheet.width / sheet.scale, sheet.height / sheet.scale]
    const nodes = WEDGE_STEPS.map((u) => [u, ((high / low) ** u - 1) / (high / low - 1)])
    const size = { distance: { ...newLink("size"), range: [low / high, 1], nodes } }
    const alone = { ...brush, ...UNTAPERED, size: high, steadying: "none", fade_out: 0, far: long }
    // Flat and square, so that the wedge is at every height as wide as the size there.
    const flat = {
      tip: "broad nib",
      roundness: 0.02,
      angle: 0,
      turning: "page",
      spacing: 0.008,
      spacing_jitter: 0,
      stamps: 1,
    }
    // A shape has no softness of its own; what counts here is its width.
    const tip = brush.tip === "shapes" ? { softness: 0 } : {}
    const still = { scatter_across: 0, scatter_along: 0, size_jitter: 0, angle_jitter: 0 }
    const bounds = { bounds_in: "% of size", thinnest: 0, thickest: 4 }
    sheet.setBrush({ ...alone, ...flat, ...tip, ...still, ...bounds, responses: { size } } as BrushDocument)
    sheet.ink(upright(across, long))
  }

  /** The same pair of crossing strokes with each of the ways to hold the grain, side by side. */
  private holds(sheet: Sheet, brush: BrushDocument): void {
    const cross = [pictured("bend"), pictured("over bend")]
    HOLDS.forEach((hold, i) => {
      const across = (i * WIDTH) / HOLDS.length
      this.middle(sheet, { ...brush, grain_hold: hold }, cross, HEIGHT, across)
    })
  }

  /** A stroke over a whole paper, as large as the brush is on it. */
  private onPaper(paper: (typeof PAPERS)[number], sheet: Sheet, brush: BrushDocument): void {
    const pixels = (paper.width / MM_PER_INCH) * paper.dpi
    sheet.setBrush({ ...brush, steadying: "none" })
    this.module.call("enlarge", sheet.brush, PAPER_WIDTH / pixels)
    sheet.ink(shifted(pictured("over paper"), 0, (sheet.height / sheet.scale - PAPER_HEIGHT) / 2))
  }

  /** Give the recorded strokes that the ways of steadying are compared on: a shaky one, and one with corners. */
  setReferences(shaky: Stroke, cornered: Stroke): void {
    this.references = [
      centred(shaky, STRIP.width / 2, STRIP.height * 0.2),
      centred(cornered, STRIP.width / 2, STRIP.height * 0.68),
    ]
  }

  /** A recorded stroke as the hand made it and as a brush steadies it. */
  lines(brush: BrushDocument, stroke: Stroke): LineTraces {
    const { memory } = this.module
    const count = this.load(stroke)
    this.scratch.setBrush(brush)
    const { brush: record, state } = this.scratch
    const raw = {
      x: readColumn(memory, "sample", this.samples.at, count, "x"),
      y: readColumn(memory, "sample", this.samples.at, count, "y"),
    }
    const { recent, even, path } = this.space
    this.module.call("trace_lag", state, record, recent, even, path, this.samples, count, this.points)
    const lag = {
      x: readColumn(memory, "point", this.points.at, count, "x"),
      y: readColumn(memory, "point", this.points.at, count, "y"),
    }
    return { raw, lag, steadied: this.scratch.pathColumns() }
  }

  /** The lines of the recorded strokes that the steadying is read on. */
  referenceLines(brush: BrushDocument): LineTraces[] {
    return this.references.map((stroke) => this.lines(brush, stroke))
  }

  private load(stroke: Stroke): number {
    const count = Math.min(MOST_TRACED, stroke.samples.length / FLOATS)
    this.module.memory
      .f32({ at: this.samples.at, length: count * FLOATS })
      .set(stroke.samples.subarray(0, count * FLOATS))
    return count
  }

  /** A stroke as hand, line and weight make it. */
  traces(brush: BrushDocument, stroke: Stroke): StationTraces {
    const { memory } = this.module
    const count = this.load(stroke)
    const point = (name: "t" | "pressure" | "lean_x" | "lean_y" | "speed") =>
      readColumn(memory, "point", this.points.at, count, name)
    this.scratch.setBrush(brush)
    const { brush: record, state } = this.scratch
    this.module.call("trace_hand", record, state, this.samples, count, this.points, KIND[stroke.kind])
    const hand = {
      ...{ t: point("t"), pressure: point("pressure"), reported: point("lean_y") },
      ...{ tilt: point("lean_x"), speed: point("speed") },
    }
    const line = this.lines(brush, stroke)
    // The line's own width: stamps that stray, shrink or come in numbers would hide it.
    this.scratch.setBrush({ ...brush, ...ONE_LINE } as BrushDocument)
    this.scratch.begin({ ...stroke, erase: false }, true)
    this.scratch.feed(stroke.samples)
    this.scratch.lift()
    const { s, major: half, cap } = this.scratch.stampColumns()
    return { hand, ...line, weight: { s, half, cap } }
  }

  /** What recorded strokes of one kind of pointer report; `table` is scratch space. */
  reports(table: Vector, strokes: Stroke[], bins: number): Reports {
    const { memory } = this.module
    const spans = { at: table.at, length: 6 }
    memory.f32(spans).set([9, -9, 9, -9, 9, -9])
    for (const stroke of strokes) {
      this.module.call("widen_reports", spans, this.samples, this.load(stroke))
    }
    const [lightest, heaviest, upright, flattest, leastTwist, mostTwist] = memory.f32(spans)
    const pressures = memory.f32(table).fill(0).subarray(0, bins)
    for (const stroke of strokes) this.addToHistogram(table, bins, stroke, "pressure", 1)
    return {
      strokes: strokes.length,
      pressure: [lightest!, heaviest!],
      tilt: [upright!, flattest!],
      twist: [leastTwist!, mostTwist!],
      pressures: [...pressures],
    }
  }

  addToHistogram(table: Vector, bins: number, stroke: Stroke, input: Input, fast: number): void {
    const which = INPUTS.findIndex((one) => one.name === input)
    this.module.call("input_histogram", table, bins, this.samples, this.load(stroke), which, fast)
  }
}
