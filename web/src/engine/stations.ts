// Pictures of what each station does to the stroke in hand.
import { CAUSES, INPUTS, KIND, MM_PER_INCH, PAPERS, TAPERS_EACH } from "@/generated/layout"
import type { BrushDocument, Input } from "./brush"
import type { Images } from "./images"
import type { Vector } from "./memory"
import type { Module } from "./module"
import { bytesOf, readColumn } from "./records"
import { Screen, type Context } from "./screen"
import { FLOATS, Sheet, Workspace, type Slots, type Stroke } from "./sheet"

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
const WIDTH = 320
const HEIGHT = 160
/** A brush wider than this is shown smaller on its cards. */
const LARGEST = 46

const ACROSS = drawn(24, (u) => [30 + u * (WIDTH - 60), HEIGHT / 2, 0.9])
/** Per way to hold: a bend, and a straight stroke across it. */
const CROSSES = [0, 1, 2, 3].map((i) => [
  drawn(40, (u) => [i * 80 + 18 + u * 44, 40 + 44 * Math.sin(u * Math.PI), 0.9]),
  drawn(12, (u) => [i * 80 + 18 + u * 44, 130 - u * 24, 0.9]),
])

const ONE_LINE = { tip: "ellipse", stamps: 1, size_jitter: 0, scatter_across: 0, scatter_along: 0 }

export const WAYS = ["none", "even-out", "tow line", "speed-aware"] as const
export type Way = (typeof WAYS)[number]
type PaperKey = (typeof PAPERS)[number]["key"]
export type Picture = "tip" | "grain" | "holds" | "ink" | Way | PaperKey

/** Room for the comparing of the ways, px: the shaky stroke above the one with corners. */
const STRIP = { width: 360, height: 216 }
const PAPER_WIDTH = 300
/** Widest brush in the comparing, so that its path stays to be seen. */
const STRIP_LARGEST = 16

/** The first causes of variation are the tapers; without them, whoever draws. */
const UNTAPERED = Object.assign(
  { tapers_for: "all" },
  ...CAUSES.slice(0, TAPERS_EACH).map((cause) => cause.without),
) as Partial<BrushDocument>

const HOLDS = ["paper", "stroke", "stamp", "line"]

/** A straight and a crossing stroke for the cards: as samples. */
function drawn(count: number, at: (u: number) => [x: number, y: number, pressure: number]): Stroke {
  const samples = new Float32Array(count * FLOATS)
  for (let i = 0; i < count; i++) {
    const u = i / (count - 1)
    const [x, y, pressure] = at(u)
    samples.set([x, y, u * 800, pressure, Math.PI / 3, 0], i * FLOATS)
  }
  return { kind: "pen", erase: false, samples }
}

const OVER_PAPER = drawn(80, (u) => [
  24 + u * (PAPER_WIDTH - 48),
  PAPER_WIDTH * 0.354 * (1 + 0.5 * Math.sin(u * 2 * Math.PI)),
  0.15 + 0.85 * Math.sin(u * Math.PI),
])

/** A stroke moved so that its middle lies at (x, y). */
function centred(stroke: Stroke, x: number, y: number): Stroke {
  const samples = stroke.samples.slice()
  const span = (offset: number) => {
    let [low, high] = [Infinity, -Infinity]
    for (let i = offset; i < samples.length; i += FLOATS) {
      low = Math.min(low, samples[i]!)
      high = Math.max(high, samples[i]!)
    }
    return (low + high) / 2
  }
  const [dx, dy] = [x - span(0), y - span(1)]
  for (let i = 0; i < samples.length; i += FLOATS) {
    samples[i]! += dx
    samples[i + 1]! += dy
  }
  return { ...stroke, samples }
}

const STRAIGHT = drawn(24, (u) => [36 + u * (WIDTH - 72), HEIGHT / 2, 0.35 + 0.65 * u])
const CROSSING = drawn(160, (u) => {
  const angle = (-0.17 + u * 0.84) * 2 * Math.PI
  return [WIDTH / 2 - 120 * Math.sin(angle), HEIGHT / 2 + 44 * Math.sin(2 * angle), 0.75]
})

export class StationPictures {
  listener?: (traces: StationTraces) => void
  private scratch: Sheet
  private sheet: Sheet
  readonly space: Workspace
  /** Sheets for comparing the ways of steadying, and for whole papers. */
  private strip: Sheet
  private page: Sheet
  /** The recorded strokes on which the ways are compared, each in its half of the strip. */
  private references: Stroke[] = []
  private points: Vector
  private samples: Vector
  private screens = new Map<string, { which: Picture; screen: Screen }>()
  private spare: Screen[] = []
  private paper = 0xffffff

  constructor(
    private module: Module,
    slots: Slots,
    images: Images,
  ) {
    this.space = new Workspace(module, images)
    this.sheet = new Sheet(module, slots, this.space, WIDTH, HEIGHT)
    this.strip = new Sheet(module, slots, this.space, STRIP.width, STRIP.height)
    this.page = new Sheet(module, slots, this.space, PAPER_WIDTH, Math.round(PAPER_WIDTH * 0.708))
    this.scratch = new Sheet(module, slots, this.space, 8192, 8192)
    this.points = module.memory.take(MOST_TRACED, bytesOf("point"))
    this.samples = module.memory.take(MOST_TRACED, bytesOf("sample"))
  }

  setPaper(paper: number): void {
    this.paper = paper
    for (const { screen } of this.screens.values()) screen.setColours(paper, paper)
  }

  attach(id: string, which: Picture, context: Context): void {
    const screen = this.spare.pop() ?? new Screen(this.module, context)
    screen.context = context
    screen.setColours(this.paper, this.paper)
    const { width, height } = context.canvas
    const sheet = this.sheetOf(which)
    // Cover the card: what overhangs is cut off evenly on both sides.
    const zoom = Math.max(width / sheet.width, height / sheet.height)
    screen.setView({
      zoom,
      originX: (sheet.width - width / zoom) / 2,
      originY: (sheet.height - height / zoom) / 2,
      width,
      height,
    })
    this.screens.set(id, { which, screen })
  }

  private sheetOf(which: Picture): Sheet {
    if ((WAYS as readonly string[]).includes(which)) return this.strip
    return PAPERS.some((paper) => paper.key === which) ? this.page : this.sheet
  }

  drop(id: string): void {
    const gone = this.screens.get(id)
    if (!gone) return
    this.screens.delete(id)
    this.spare.push(gone.screen)
  }

  draw(brush: BrushDocument, inHand: Stroke): void {
    const size = Math.min(Number(brush.size), LARGEST)
    const apart = { ...brush, size, spacing: Math.max(1.12, Number(brush.spacing)), steadying: "none" }
    this.picture("tip", { ...apart, ...UNTAPERED } as BrushDocument, STRAIGHT)
    const full = { ...brush, ...UNTAPERED, size } as BrushDocument
    this.picture("grain", { ...full, opacity: 1 }, ACROSS)
    this.holds({ ...full, size: Math.min(size, 34) })
    this.picture("ink", { ...brush, ...UNTAPERED, size } as BrushDocument, CROSSING)
    for (const way of WAYS) this.compare(way, brush)
    for (const paper of PAPERS) this.onPaper(paper, brush)
    this.listener?.(this.traces(brush, inHand))
  }

  private shown(which: Picture): Screen[] {
    return [...this.screens.values()].filter((one) => one.which === which).map((one) => one.screen)
  }

  private picture(which: Picture, brush: BrushDocument, stroke: Stroke): void {
    const shown = this.shown(which)
    if (shown.length === 0) return
    this.sheet.setBrush(brush)
    this.sheet.clear()
    this.sheet.ink(stroke)
    for (const screen of shown) screen.showAll(this.sheet)
  }

  /** The same pair of crossing strokes with each of the ways to hold the grain, side by side. */
  private holds(brush: BrushDocument): void {
    const shown = this.shown("holds")
    if (shown.length === 0) return
    this.sheet.clear()
    HOLDS.forEach((hold, i) => {
      this.sheet.setBrush({ ...brush, grain_hold: hold })
      for (const stroke of CROSSES[i]!) this.sheet.ink(stroke)
    })
    for (const screen of shown) screen.showAll(this.sheet)
  }

  /** The shaky stroke and the one with corners as each way steadies them. */
  private compare(way: Way, brush: BrushDocument): void {
    const shown = this.shown(way)
    if (shown.length === 0) return
    const size = Math.min(STRIP_LARGEST, Number(brush.size))
    this.strip.setBrush({ ...brush, size, steadying: way })
    this.strip.clear()
    for (const stroke of this.references) this.strip.ink(stroke)
    for (const screen of shown) screen.showAll(this.strip)
  }

  /** A stroke over a whole paper, as large as the brush is on it. */
  private onPaper(paper: (typeof PAPERS)[number], brush: BrushDocument): void {
    const shown = this.shown(paper.key)
    if (shown.length === 0) return
    const pixels = (paper.width / MM_PER_INCH) * paper.dpi
    this.page.setBrush({ ...brush, steadying: "none" })
    this.module.call("enlarge", this.page.brush, PAPER_WIDTH / pixels)
    this.page.clear()
    this.page.ink(OVER_PAPER)
    for (const screen of shown) screen.showAll(this.page)
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

  private traces(brush: BrushDocument, stroke: Stroke): StationTraces {
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
    this.scratch.begin(stroke.kind, false, true)
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
