// Pictures of what each station does to the stroke in hand.
import { TABLE } from "@/generated/layout"
import type { BrushDocument } from "./brush"
import type { Images } from "./images"
import type { Vector } from "./memory"
import type { Module } from "./module"
import { bytesOf, fieldOf, readColumn } from "./records"
import { Screen, type Context } from "./screen"
import { FLOATS, Sheet, Workspace, type Slots, type Stroke } from "./sheet"

/** Columns that the Hand, Line and Weight cards plot. */
export interface StationTraces {
  hand: { t: Float32Array; pressure: Float32Array; tilt: Float32Array; speed: Float32Array }
  raw: { x: Float32Array; y: Float32Array }
  steadied: { x: Float32Array; y: Float32Array }
  weight: { s: Float32Array; half: Float32Array }
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

export type Picture = "tip" | "grain" | "holds" | "ink"

const HOLDS = ["paper", "stroke", "stamp", "line"]

/** A straight and a crossing stroke for the cards: six floats a sample. */
function drawn(count: number, at: (u: number) => [x: number, y: number, pressure: number]): Stroke {
  const samples = new Float32Array(count * FLOATS)
  for (let i = 0; i < count; i++) {
    const u = i / (count - 1)
    const [x, y, pressure] = at(u)
    samples.set([x, y, u * 800, pressure, Math.PI / 3, 0], i * FLOATS)
  }
  return { kind: "pen", erase: false, samples }
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
    // Cover the card: what overhangs is cut off evenly on both sides.
    const zoom = Math.max(width / WIDTH, height / HEIGHT)
    screen.setView({
      zoom,
      originX: (WIDTH - width / zoom) / 2,
      originY: (HEIGHT - height / zoom) / 2,
      width,
      height,
    })
    this.screens.set(id, { which, screen })
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
    const untapered = { taper_start_length: 0, taper_end_length: 0 }
    this.picture("tip", { ...apart, ...untapered } as BrushDocument, STRAIGHT)
    const full = { ...brush, ...untapered, size } as BrushDocument
    this.picture("grain", { ...full, opacity: 1 }, ACROSS)
    this.holds({ ...full, size: Math.min(size, 34) })
    this.picture("ink", { ...brush, ...untapered, size } as BrushDocument, CROSSING)
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
    this.module.call("trace_hand", this.samples, count, this.points)
    const point = (name: "t" | "pressure" | "lean_x" | "s") =>
      readColumn(memory, "point", this.points.at, count, name)
    const hand = { t: point("t"), pressure: point("pressure"), tilt: point("lean_x"), speed: point("s") }
    const raw = {
      x: readColumn(memory, "sample", this.samples.at, count, "x"),
      y: readColumn(memory, "sample", this.samples.at, count, "y"),
    }
    // The line's own width: stamps that stray, shrink or come in numbers would hide it.
    this.scratch.setBrush({ ...brush, ...ONE_LINE } as BrushDocument)
    this.scratch.begin(stroke.kind, false, true)
    this.scratch.feed(stroke.samples)
    const steadied = this.scratch.pathColumns()
    this.scratch.lift()
    const stamps = this.scratch.stampColumns()
    return { hand, raw, steadied, weight: { s: stamps.s, half: stamps.major } }
  }

  addToHistogram(table: Vector, bins: number, stroke: Stroke): void {
    this.module.call("pressure_histogram", table, bins, this.samples, this.load(stroke))
  }

  curveTable(link: number): Float32Array<ArrayBuffer> {
    return this.module.memory.f32({ at: link + fieldOf("link", "table").offset, length: TABLE }).slice()
  }
}
