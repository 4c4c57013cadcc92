// The proof sheet: strokes in their order on its layers, each inked with its layer's brush, at the screen's own pixels.
import type { BrushDocument } from "@/documents/brush"
import type { KeptStroke, Pen } from "@/documents/stroke"
import { hexOf, numberOf } from "@/documents/colours"
import { Screen, type Context, type View } from "./screen"
import type { Module } from "./module"
import { union, type Sheet } from "./sheet"
import type { Rectangle } from "@/documents/stroke"
import { TILE } from "@/generated/layout"

/** Strokes beyond which a re-inked sheet is shown whole. */
const MANY = 60
/** Inking that takes longer than this, ms, goes in slices, on a sheet of its own. */
const QUICK = 24
/** Of more strokes than this that are taken away together, none is shown to go before all are inked. */
const MOST_GONE = 4
/** So many strokes that come on top are inked at once. */
const MOST_ON_TOP = 4
/** A slice, ms: then the pen and the settings are heard. */
const SLICE = 8
/** Most device px on a side of a sheet. */
const MOST_SIDE = 8192
/** Where the whole paper would be larger, a sheet is what is in sight, and so much of that on all sides. */
const AROUND = 0.5

/** The part of the paper that a sheet is, device px at a scale. */
interface Part extends Rectangle {
  scale: number
}

/** A stroke, and the layer that it is inked on. */
interface Job {
  stroke: KeptStroke
  which: number
}

/** All strokes, on their way onto a sheet that is not shown yet. */
interface Pass {
  jobs: Job[]
  next: number
  /** How long it has taken so far, ms. */
  took: number
  reached: Map<string, Rectangle>
}

/** Whether a stroke is inked as another is. */
function sameStroke(a: KeptStroke, b: KeptStroke): boolean {
  if (a === b) return true
  const alike = a.id === b.id && a.size === b.size && a.dries === b.dries && a.erase === b.erase
  const there = a.samples.length === b.samples.length && a.seed === b.seed && a.kind === b.kind
  return alike && there && a.samples.every((one, i) => one === b.samples[i])
}

const touches = (a: Rectangle, b: Rectangle) =>
  a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom

function grown({ left, top, right, bottom }: Rectangle, by: number): Rectangle {
  return { left: left - by, top: top - by, right: right + by, bottom: bottom + by }
}

export class ProofPaper {
  strokes: KeptStroke[] = []
  brush?: BrushDocument
  /** Brushes that layers are inked with instead, by id. */
  others: Record<string, BrushDocument> = {}
  private screen?: Screen
  private view?: View
  private room = 0xffffff
  private around = 0xe6ebe8
  /** What each sheet's brush was set to last. */
  private set = new Map<Sheet, BrushDocument>()
  /** A second sheet: inking that takes long goes on there while this one is shown and drawn on. */
  private spare?: Sheet
  private pass?: Pass
  /** How long a stroke took when all were inked last, ms. */
  private cost = 0
  /** How long the last pass took in all, ms. */
  took = 0
  /** The stroke that is looked at: where much is to be inked, it comes first. */
  inHand = ""
  /** Where each stroke lay when it was last inked, device px. */
  private reached = new Map<string, Rectangle>()
  /** What the layers and the ground were when all was shown last. */
  private look = ""

  constructor(
    private module: Module,
    /** The sheet that is shown, and drawn on. */
    public sheet: Sheet,
    private another: () => Sheet,
    /** Size in sheet px. */
    private width: number,
    private height: number,
  ) {}

  attach(context: Context): void {
    if (this.screen) this.screen.context = context
    else this.screen = new Screen(this.module, context)
  }

  /** Colours 0xRRGGBB of the room's paper, and of what lies around the sheet. */
  setColours(paper: number, around: number): void {
    this.room = paper
    this.around = around
    this.showAll()
  }

  setView(view: View): void {
    this.view = view
    this.showAll()
  }

  /** The whole paper at a scale. */
  private whole(scale: number): Part {
    const side = (length: number) => Math.ceil(length * scale)
    return { scale, left: 0, top: 0, right: side(this.width), bottom: side(this.height) }
  }

  /** What is in sight of the paper, at the view's own scale. */
  private get inSight(): Part | undefined {
    if (!this.view) return undefined
    const { zoom, originX, originY, width, height } = this.view
    const whole = this.whole(zoom)
    return {
      scale: zoom,
      left: Math.max(0, Math.floor(originX * zoom)),
      top: Math.max(0, Math.floor(originY * zoom)),
      right: Math.min(whole.right, Math.ceil(originX * zoom) + width),
      bottom: Math.min(whole.bottom, Math.ceil(originY * zoom) + height),
    }
  }

  /** The part of the paper that the view asks for: all of it, or where that is too large what is in sight and near. */
  private get wanted(): Part {
    const whole = this.whole(this.view?.zoom ?? 1)
    const { inSight } = this
    if (!inSight || Math.max(whole.right, whole.bottom) <= MOST_SIDE) return whole
    const { scale, left, top, right, bottom } = inSight
    const [across, down] = [AROUND * (right - left), AROUND * (bottom - top)]
    return {
      scale,
      left: Math.max(0, Math.floor((left - across) / TILE) * TILE),
      top: Math.max(0, Math.floor((top - down) / TILE) * TILE),
      right: Math.min(whole.right, Math.ceil(right + across)),
      bottom: Math.min(whole.bottom, Math.ceil(bottom + down)),
    }
  }

  /** Whether a sheet shows what is in sight at the screen's own pixels. */
  private serves({ scale, fromX, fromY, width, height }: Sheet): boolean {
    const { inSight } = this
    if (!inSight) return scale === 1
    const empty = inSight.left >= inSight.right || inSight.top >= inSight.bottom
    const within =
      inSight.left >= fromX &&
      inSight.top >= fromY &&
      inSight.right <= fromX + width &&
      inSight.bottom <= fromY + height
    return scale === inSight.scale && (within || empty)
  }

  /** Whether the sheet is inked coarser or finer than the view shows it, or elsewhere. */
  get unscaled(): boolean {
    const coming = (this.pass && this.spare) ?? this.sheet
    return this.brush !== undefined && !this.serves(coming)
  }

  private fit(sheet: Sheet, part: Part): void {
    const { scale, left, top, right, bottom } = part
    const [width, height] = [right - left, bottom - top]
    const same = sheet.scale === scale && sheet.fromX === left && sheet.fromY === top
    if (same && sheet.width === width && sheet.height === height) return
    sheet.resize(width, height, scale, left, top)
    this.look = ""
  }

  /** The part that a sheet is to be inked as: as it is where that serves. */
  private get part(): Part {
    const { sheet } = this
    if (!this.serves(sheet)) return this.wanted
    const { scale, fromX, fromY, width, height } = sheet
    return { scale, left: fromX, top: fromY, right: fromX + width, bottom: fromY + height }
  }

  /** What the sheet lies on, 0xRRGGBB: with paper and ink swapped, it is the ink. */
  private get ground(): number {
    if (!this.brush) return this.room
    return this.brush.swapped ? numberOf(String(this.brush.ink)) : this.plainGround
  }

  private get plainGround(): number {
    return this.brush?.ground ? numberOf(this.brush.ground) : this.room
  }

  /** The brushes whose sources must be at hand. */
  get brushes(): BrushDocument[] {
    if (!this.brush) return []
    const others = this.brush.layers.flatMap((layer) => (layer.brush && this.others[layer.brush]) || [])
    return [this.brush, ...others]
  }

  private brushOn(which: number): BrushDocument {
    const id = this.brush!.layers.find((layer) => layer.which === which)?.brush
    const other = id ? this.others[id] : undefined
    const brush = other ?? this.brush!
    const ground = hexOf(this.ground)
    // What tones run towards is the paper that is seen.
    const look = brush.tones === "kept" && brush.ground !== ground ? { ...brush, ground } : brush
    return brush.swapped && !other ? { ...look, ink: hexOf(this.plainGround) } : look
  }

  private take(sheet: Sheet, brush: BrushDocument, size?: number | null): void {
    const wanted = size ? { ...brush, size } : brush
    if (this.set.get(sheet) === wanted) return
    sheet.setBrush(wanted)
    this.set.set(sheet, wanted)
  }

  /** The layer on which a stroke lies: one that there is no more leaves it on the lowest. */
  private layerOf(stroke: Pick<KeptStroke, "layer">): number {
    const { layers } = this.brush!
    const which = stroke.layer ?? 0
    return layers.some((one) => one.which === which) ? which : layers[0]!.which
  }

  /** What is inked, in its order: layer by layer from the lowest, each with its strokes as they were made. */
  private get jobs(): Job[] {
    const { layers } = this.brush!
    return layers.flatMap(({ which, lanes }) =>
      this.strokes
        .filter((stroke) => (stroke.lane ? lanes : stroke.dries || this.layerOf(stroke) === which))
        .map((stroke) => ({ stroke, which })),
    )
  }

  /** Take all ink off a sheet, and have the brush's layers on it. */
  private wipe(sheet: Sheet): void {
    this.set.delete(sheet)
    sheet.setLayers(this.brush!.layers)
    sheet.clear()
  }

  private ink(sheet: Sheet, { stroke, which }: Job, reached: Map<string, Rectangle>): void {
    this.take(sheet, this.brushOn(which), stroke.size)
    reached.set(stroke.id, union(sheet.ink({ ...stroke, layer: which }), reached.get(stroke.id)))
  }

  private inkAll(jobs: Job[]): Map<string, Rectangle> {
    const start = performance.now()
    const reached = new Map<string, Rectangle>()
    this.pass = undefined
    this.wipe(this.sheet)
    for (const job of jobs) this.ink(this.sheet, job, reached)
    this.cost = (performance.now() - start) / Math.max(1, jobs.length)
    return reached
  }

  /** Ink every stroke anew with the brushes as they stand, and show it: at once, or where that takes long in slices. */
  reink(): void {
    if (!this.brush) return
    const { jobs } = this
    if (jobs.length * this.cost > QUICK) return this.beginPass(jobs)
    this.fit(this.sheet, this.part)
    const before = this.reached
    const now = this.inkAll(jobs)
    this.reached = now
    const look = this.lookNow
    const same = before.size === now.size && [...now.keys()].every((id) => before.has(id))
    // Past many strokes the whole view is less work.
    if (look !== this.look || !same || now.size > MANY) {
      this.look = look
      return this.showAll()
    }
    for (const [id, there] of now) this.show(grown(union(there, before.get(id)), this.reach))
  }

  /**
   * Have other strokes. Those that only come on top of what is there are inked and shown by themselves, and nothing else
   * is touched. Returns whether it was so; else all is to be inked anew.
   */
  layOnTop(strokes: KeptStroke[]): boolean {
    const was = this.brush && !this.pass && this.serves(this.sheet) ? this.jobs : undefined
    this.strokes = strokes
    if (!was) return false
    const now = this.jobs
    const of = (jobs: Job[], which: number) => jobs.filter((job) => job.which === which)
    const added = this.brush!.layers.flatMap(({ which }) => {
      const [before, after] = [of(was, which), of(now, which)]
      const stand = before.every((job, i) => after[i] && sameStroke(job.stroke, after[i].stroke))
      return stand ? after.slice(before.length) : [undefined]
    })
    // One that is taken away, or comes between, changes what lies over it; and many are as much work as all.
    if (added.length > MOST_ON_TOP || added.includes(undefined)) return false
    for (const job of added) {
      this.ink(this.sheet, job!, this.reached)
      this.show(grown(this.reached.get(job!.stroke.id)!, this.reach))
    }
    return true
  }

  /** What all that is shown hangs on, beside the strokes. */
  private get lookNow(): string {
    return JSON.stringify([this.brush!.layers, this.ground])
  }

  /** How far around a stroke others may change with it, device px. */
  private get reach(): number {
    const runs = Math.max(0, ...this.brushes.map((one) => Number(one.run)))
    return Math.ceil(runs * this.sheet.scale) + 1
  }

  /**
   * Begin to ink all strokes on the spare sheet. The one in hand is shown at once, and so is where one was taken away:
   * with all that lies over and under it.
   */
  private beginPass(jobs: Job[]): void {
    const spare = (this.spare ??= this.another())
    const same = this.look === this.lookNow && this.serves(this.sheet)
    this.fit(spare, this.part)
    this.wipe(spare)
    this.take(spare, this.brushOn(this.brush!.layers[0]!.which))
    const here = new Set(jobs.map(({ stroke }) => stroke.id))
    const gone = [...this.reached].filter(([id]) => !here.has(id))
    const held = [...this.reached].filter(([id]) => id === this.inHand && here.has(id))
    const looked = [...held, ...(gone.length > MOST_GONE ? [] : gone)]
    for (const [id, was] of same ? looked : []) {
      const near = grown(was, this.reach)
      const reached = new Map<string, Rectangle>()
      for (const job of jobs) {
        const there = this.reached.get(job.stroke.id)
        if (there && touches(there, near)) this.ink(spare, job, reached)
      }
      this.screen?.show(spare, grown(union(was, reached.get(id)), 1))
      this.wipe(spare)
    }
    this.pass = { jobs, next: 0, took: 0, reached: new Map() }
  }

  /** The sheet that has the brush as it stands. */
  get coming(): Sheet {
    return (this.pass && this.spare) ?? this.sheet
  }

  /** Whether strokes are on their way. */
  get inking(): boolean {
    return this.pass !== undefined
  }

  /** Ink a slice of what is on its way; with the last one it is shown. */
  inkOn(): void {
    const { pass, spare } = this
    if (!pass || !spare) return
    const start = performance.now()
    while (pass.next < pass.jobs.length && performance.now() < start + SLICE) {
      this.ink(spare, pass.jobs[pass.next++]!, pass.reached)
    }
    pass.took += performance.now() - start
    if (pass.next < pass.jobs.length) return
    this.pass = undefined
    ;[this.sheet, this.spare] = [spare, this.sheet]
    this.spare.clear()
    this.reached = pass.reached
    this.took = pass.took
    this.cost = pass.took / pass.jobs.length
    this.look = this.lookNow
    this.showAll()
  }

  /** Put the pen down on a layer. */
  begin(pen: Pen): void {
    const which = this.brush ? this.layerOf(pen) : 0
    if (this.brush) this.take(this.sheet, this.brushOn(which), pen.size)
    this.sheet.begin({ ...pen, layer: which })
  }

  /** The stroke in hand has become one of the others. */
  keep(stroke: KeptStroke): void {
    this.strokes.push(stroke)
    // What was drawn meanwhile belongs onto the sheet that is on its way, too.
    if (this.brush) this.pass?.jobs.push({ stroke, which: this.layerOf(stroke) })
    this.reached.set(stroke.id, this.sheet.reached)
  }

  /** Nobody looks at it any more: its strokes go, and their tiles are free. */
  leave(): void {
    this.strokes = []
    this.pass = undefined
    this.reached.clear()
    for (const one of this.spare ? [this.sheet, this.spare] : [this.sheet]) one.clear()
  }

  /** Show what the last call to the sheet changed. */
  showChange(): void {
    this.show(this.sheet.changed)
  }

  private show(rectangle: Rectangle): void {
    this.screen?.show(this.sheet, rectangle)
  }

  showAll(): void {
    const { screen, view, sheet } = this
    if (!screen || !view) return
    const { scale, fromX, fromY } = sheet
    const exact = view.zoom === scale
    const place = (at: number) => (exact ? Math.round(at * scale) : at * scale)
    // What is not inked yet is bare paper; what lies around the paper is seen only where all of that is inked.
    const part = fromX > 0 || fromY > 0 || sheet.width < this.whole(scale).right
    screen.setColours(this.ground, part && !this.beyond ? this.ground : this.around)
    screen.setView({
      ...view,
      zoom: view.zoom / scale,
      originX: place(view.originX) - fromX,
      originY: place(view.originY) - fromY,
    })
    screen.showAll(sheet)
  }

  /** Whether the view sees beyond the paper's edges. */
  private get beyond(): boolean {
    const { zoom, originX, originY, width, height } = this.view!
    return (
      originX < 0 ||
      originY < 0 ||
      originX + width / zoom > this.width ||
      originY + height / zoom > this.height
    )
  }

  /** The ink 0..1 in a rectangle of sheet px, a px for each, by rows; nothing where the rectangle is empty. */
  inkIn({
    left,
    top,
    right,
    bottom,
  }: Rectangle): { ink: Float32Array; width: number; height: number } | undefined {
    const { memory } = this.module
    const [x0, y0] = [Math.max(0, Math.round(left)), Math.max(0, Math.round(top))]
    const [x1, y1] = [Math.min(this.width, Math.round(right)), Math.min(this.height, Math.round(bottom))]
    if (x1 <= x0 || y1 <= y0 || !this.brush) return undefined
    const { cost } = this
    this.fit(this.sheet, this.whole(1))
    this.inkAll(this.jobs)
    this.cost = cost
    const block = memory.lend(this.width * this.height * 4)
    const all = { at: block.at, length: this.width * this.height }
    this.sheet.inkInto(all)
    const whole = memory.f32(all)
    const [width, height] = [x1 - x0, y1 - y0]
    const ink = new Float32Array(width * height)
    for (let y = 0; y < height; y++) {
      const from = (y0 + y) * this.width + x0
      ink.set(whole.subarray(from, from + width), y * width)
    }
    memory.giveBack(block)
    this.reink()
    return { ink, width, height }
  }
}
