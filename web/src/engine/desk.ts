// The engine's desk: the proof sheet with its strokes, the stroke in hand, and the stations' pictures.
// It runs in the worker; in tests and in script/bench it runs on a page of its own.
import type { BrushDocument, CurveChange, Input, Link, Node } from "@/documents/brush"
import { FLOATS, TIME, type KeptStroke, type Kind, type Pen, type Stroke } from "@/documents/stroke"
import { PROOF_SHEET, TABLE } from "@/generated/layout"
import { writeLink } from "./brush"
import { Images, picturesOf } from "./images"
import { loadModule, type Module } from "./module"
import { ProofPaper } from "./paper"
import { Pictures, type Bring } from "./pictures"
import { Pockets, type PocketPicture } from "./pockets"
import { Prep } from "./prep"
import { bytesOf, readField } from "./records"
import { ReadingsTaker, type Steadied } from "./readings"
import type { Context, View } from "./screen"
import { Sheet, Slots, Workspace, type Rectangle } from "./sheet"
import {
  StationPictures,
  WAYS,
  type Crossing,
  type LineTraces,
  type Overlap,
  type Picture,
  type Reports,
  type StationTraces,
  type Wedge,
} from "./stations"

/** What the pen does just now, as the core reads it. */
export interface Live {
  pressure: number
  tilt: number
  azimuth: number
  twist: number
  speed: number
  /** All inputs of responses, 0..1. */
  inputs: number[]
}

export class Desk {
  readonly images: Images
  readonly sources: Pictures
  readonly prep: Prep
  readonly readings: ReadingsTaker
  private slots: Slots
  private paper: ProofPaper
  private pictures: StationPictures
  private pockets?: Pockets
  private penDown = false
  private pen: Pen = { kind: "pen", erase: false, seed: 1 }
  /** Samples that the hand is expected to make next, and the time of its newest one, ms. */
  private foreseen = new Float32Array(0)
  private handAt = -Infinity
  private stale = false
  private inHand = ""
  /** Whether sources of the brush are on their way: what is measured without them is not the brush's. */
  private awaited = false
  /** Whether the brush as it stands has not been measured whole yet. */
  unmeasured = false
  private link
  private table
  private fitting
  private fitted = false

  constructor(
    readonly module: Module,
    /** Called when pictures are out of date, or the brush is to be measured. */
    private changed: () => void,
    bring: Bring,
    width: number = PROOF_SHEET[0]!,
    height: number = PROOF_SHEET[1]!,
  ) {
    this.slots = new Slots(module)
    this.images = new Images(module)
    this.sources = new Pictures(bring)
    const space = new Workspace(module, this.images)
    const sheet = () => new Sheet(module, this.slots, space, width, height)
    this.paper = new ProofPaper(module, sheet(), sheet, width, height)
    this.pictures = new StationPictures(module, this.slots, this.images)
    this.prep = new Prep(module, this.slots, this.pictures.space, this.images, this.sources)
    this.link = module.memory.take(1, bytesOf("link"))
    this.fitting = module.memory.take(1, bytesOf("link"))
    this.table = module.memory.take(TABLE, 4)
    this.readings = new ReadingsTaker(module, this.slots, this.pictures.space, this.images)
  }

  attach(context: Context): void {
    this.paper.attach(context)
  }

  setColours(paper: number, around: number): void {
    this.paper.setColours(paper, around)
    this.pictures.setPaper(paper)
    this.prep.setPaper(paper)
    this.changed()
  }

  private get sheet(): Sheet {
    return this.paper.sheet
  }

  private get brush(): BrushDocument | undefined {
    return this.paper.brush
  }

  private get strokes(): KeptStroke[] {
    return this.paper.strokes
  }

  /** Brushes that layers are inked with instead of the one on the bench, by id. */
  setOthers(others: Record<string, BrushDocument>): void {
    this.paper.others = others
    if (this.brush) this.setBrush(this.brush)
  }

  setView(view: View): void {
    this.paper.setView(view)
  }

  /** Ink the sheet at the pixels that the view shows, unless it is. While the pen is down it waits for the lift. */
  rescale(): void {
    if (this.paper.unscaled) this.reink()
  }

  /**
   * Ink everything with a brush. The stations' pictures are left to `drawPicture`: strokes come first.
   * Sources that are not here yet are fetched, and inked when they are.
   */
  setBrush(brush: BrushDocument): void {
    this.paper.brush = brush
    const missing = this.layOut()
    this.awaited = missing.length > 0
    this.unmeasured = true
    this.reink()
    this.renewPictures()
    if (missing.length > 0) void this.bring(brush, missing)
  }

  /** Have the sources of all brushes at hand; returns those that must be fetched first. */
  private layOut(): string[] {
    const { brushes } = this.paper
    brushes.forEach((one) => this.loadImages(one))
    return [...new Set(brushes.flatMap((one) => this.images.missing(one)))]
  }

  /** Bring those of a brush's sources that are here into the engine's memory. */
  private loadImages(brush: BrushDocument): void {
    for (const { role, digest } of picturesOf(brush)) {
      const picture = this.images.indexOf(role, digest) < 0 && this.sources.get(digest)
      if (picture) this.images.put(role, digest, picture)
    }
  }

  /** A brush's picture for its pocket, once its sources are here. */
  async inkPocket(
    which: PocketPicture,
    brush: BrushDocument,
    width: number,
    height: number,
  ): Promise<ImageBitmap> {
    // One that cannot be fetched leaves its plain stand-in.
    await Promise.allSettled(this.images.missing(brush).map((digest) => this.sources.bring(digest)))
    this.loadImages(brush)
    this.pockets ??= new Pockets(this.module, this.slots, this.pictures.space)
    return this.pockets.ink(which, brush, width, height)
  }

  private async bring(brush: BrushDocument, missing: string[]): Promise<void> {
    // One that cannot be fetched leaves its plain stand-in; the next change asks for it again.
    await Promise.allSettled(missing.map((digest) => this.sources.bring(digest)))
    if (this.brush !== brush) return
    this.awaited = false
    this.layOut()
    this.reink()
    this.renewPictures()
  }

  setStrokes(strokes: KeptStroke[]): void {
    if (this.penDown || this.stale || !this.paper.layOnTop(strokes)) this.reinkWith(strokes)
    this.renewPictures()
  }

  private reinkWith(strokes: KeptStroke[]): void {
    this.paper.strokes = strokes
    this.reink()
  }

  /** Ink every stroke anew with the brush as it stands. While the pen is down it waits for the lift. */
  reink(): void {
    if (!this.brush) return
    if (this.penDown) {
      this.stale = true
      return
    }
    this.stale = false
    this.paper.inHand = this.inHand
    this.paper.reink()
  }

  /** Whether strokes are on their way. */
  get inking(): boolean {
    return this.paper.inking
  }

  /** Ink on where much is to be inked, unless the pen is down. Returns how long all took, ms, once it is done. */
  inkOn(): number | undefined {
    if (!this.penDown) this.paper.inkOn()
    return this.inking ? undefined : this.paper.took
  }

  /** Whether the line is swept: its stamps are endlessly close, whatever the spacing. */
  get swept(): boolean {
    return readField(this.module.memory, "brush", this.paper.coming.brush.at, "swept") === 1
  }

  down(pen: Pen): void {
    if (this.penDown) this.cancel()
    this.penDown = true
    this.pen = pen
    this.foreseen = new Float32Array(0)
    this.handAt = -Infinity
    this.paper.begin(pen)
  }

  /** Bring the pen's pressure through a fitted curve from now on, or take it as it comes. */
  setFitting(link?: Link): void {
    this.fitted = link !== undefined
    if (!link) return
    writeLink(this.module.memory, this.fitting.at, link)
    this.module.call("ready_fitting", this.fitting)
  }

  /** Fit a curve to pressures of a light, a usual and a hard press; tells what came of it. */
  fitPen(presses: Float32Array<ArrayBuffer>[]): { came: number; nodes?: Node[] } {
    const { memory } = this.module
    const block = memory.lend(presses.reduce((sum, one) => sum + one.byteLength, 16))
    let { at } = block
    const given = presses.map((one) => {
      const vector = { at, length: one.length }
      memory.f32(vector).set(one)
      at += one.byteLength
      return vector
    })
    const came = this.module.call("fit_pen", ...given, this.link)
    memory.giveBack(block)
    return came === 0 ? { came, nodes: this.nodesOf() } : { came }
  }

  /** Samples as the fitted pen made them. */
  private asFitted(samples: Float32Array<ArrayBuffer>): Float32Array<ArrayBuffer> {
    const { memory } = this.module
    const block = memory.lend(samples.byteLength)
    const vector = { at: block.at, length: samples.length }
    memory.f32(vector).set(samples)
    const count = samples.length / FLOATS
    this.module.call("apply_fitting", this.fitting, { at: block.at, length: count }, count)
    const out = memory.f32(vector).slice()
    memory.giveBack(block)
    return out
  }

  move(samples: Float32Array<ArrayBuffer>): Live {
    if (this.penDown) {
      // What is recorded is what the hand meant: a later fitting must not change strokes that exist.
      this.draw(this.asMeant(samples))
    }
    return this.live
  }

  /** Show the stroke drawn on to where the hand is expected next; nothing of that is kept. */
  foresee(samples: Float32Array<ArrayBuffer>): void {
    if (!this.penDown || samples.length + this.foreseen.length === 0) return
    this.foreseen = this.asMeant(samples)
    this.draw(new Float32Array(0))
  }

  private asMeant(samples: Float32Array<ArrayBuffer>): Float32Array<ArrayBuffer> {
    return this.fitted && this.pen.kind === "pen" && samples.length > 0 ? this.asFitted(samples) : samples
  }

  private draw(samples: Float32Array<ArrayBuffer>): void {
    // Of what was foreseen, the hand has come by what lies before its newest sample.
    if (samples.length > 0) this.handAt = samples[samples.length - FLOATS + TIME]!
    let passed = 0
    while (passed < this.foreseen.length && this.foreseen[passed + TIME]! <= this.handAt) passed += FLOATS
    this.foreseen = this.foreseen.subarray(passed)
    this.sheet.feed(samples, true, this.foreseen)
    this.paper.showChange()
  }

  /** Lift the pen; returns the stroke, or nothing if no sample was sound. */
  up(id: string): KeptStroke | undefined {
    if (!this.penDown) return undefined
    this.penDown = false
    const samples = this.sheet.lift()
    this.paper.showChange()
    let stroke: KeptStroke | undefined
    if (samples.length > 0) {
      stroke = { id, ...this.pen, samples }
      this.paper.keep(stroke)
      this.inHand = id
      this.renewPictures()
    }
    if (this.stale) this.reink()
    return stroke
  }

  cancel(): void {
    if (!this.penDown) return
    this.penDown = false
    this.sheet.cancel()
    this.paper.showChange()
    if (this.stale) this.reink()
  }

  get live(): Live {
    const { sheet } = this
    return {
      pressure: sheet.read("pressure"),
      tilt: sheet.read("tilt"),
      azimuth: sheet.read("azimuth"),
      twist: sheet.read("twist"),
      speed: sheet.read("speed"),
      inputs: sheet.inputs,
    }
  }

  /** Take a stroke in hand: the stations' pictures show it. */
  takeInHand(id: string): void {
    this.inHand = id
    this.renewPictures()
  }

  attachPicture(id: string, which: Picture, context: Context): void {
    this.pictures.attach(id, which, context)
    this.changed()
  }

  /** Let the rail's wedge run through other sizes. */
  setWedge(wedge: Wedge): void {
    this.pictures.setWedge(wedge)
    this.changed()
  }

  /** Give a picture's canvas another size, device px. */
  sizePicture(id: string, width: number, height: number): void {
    this.pictures.resize(id, width, height)
    this.changed()
  }

  dropPicture(id: string): void {
    this.pictures.drop(id)
  }

  onCrossings(listener: (which: Overlap, crossing: Crossing) => void): void {
    this.pictures.crossings = listener
  }

  /** Contrast 1..21 of two colours 0xRRGGBB (WCAG). */
  contrast(first: number, second: number): number {
    return this.module.call("contrast", first, second)
  }

  /** A colour 0xRRGGBB in OKLCH: lightness 0..1, chroma, hue in degrees. */
  lchOf(colour: number): [number, number, number] {
    const lch = { at: this.table.at, length: 3 }
    this.module.call("read_lch", colour, lch)
    const [lightness, chroma, hue] = this.module.memory.f32(lch)
    return [lightness!, chroma!, hue!]
  }

  /** The colour 0xRRGGBB nearest to an OKLCH one that a screen has. */
  colourOf(lightness: number, chroma: number, hue: number): number {
    return this.module.call("colour_of_lch", lightness, chroma, hue)
  }

  onTraces(listener: (traces: StationTraces) => void): void {
    this.pictures.listener = listener
    this.renewPictures()
  }

  private renewPictures(): void {
    const { strokes } = this
    const stroke =
      strokes.find((one) => one.id === this.inHand) ?? strokes.find((one) => !one.erase && !one.dries)
    if (this.brush && stroke) this.pictures.renew(this.brush, stroke)
    this.changed()
  }

  /** Draw one picture that is out of date; returns whether there was one. */
  drawPicture(): boolean {
    return this.pictures.drawNext()
  }

  /** Whether all is drawn and measured, and no source is on its way. */
  get rests(): boolean {
    return this.pictures.done && !this.awaited && !this.readings.busy && !this.inking
  }

  /**
   * The ink in a rectangle of the sheet, as a PNG: black, as clear as the ink is thin. Nothing where the
   * rectangle holds no ink.
   */
  async capture(rectangle: Rectangle): Promise<Blob | undefined> {
    const found = this.paper.inkIn(rectangle)
    if (!found?.ink.some((one) => one >= 0.5 / 255)) return undefined
    const image = new ImageData(found.width, found.height)
    found.ink.forEach((one, i) => (image.data[4 * i + 3] = Math.round(one * 255)))
    const canvas = new OffscreenCanvas(image.width, image.height)
    canvas.getContext("2d")!.putImageData(image, 0, 0)
    return canvas.convertToBlob({ type: "image/png" })
  }

  /** The strokes on which the steadying is read and compared. */
  setReference(shaky: Stroke, cornered: Stroke): void {
    this.readings.setStrokes(shaky, cornered)
    this.unmeasured = true
    this.pictures.setReferences(shaky, cornered)
  }

  /** Begin to measure the brush as it stands. */
  measure(): void {
    if (this.brush && !this.awaited) this.readings.begin(this.brush)
  }

  /** The figures of each way of steadying, for the brush as it stands. */
  compare(): Steadied[] {
    const { brush } = this
    return brush ? WAYS.map((steadying) => this.readings.steadied({ ...brush, steadying })) : []
  }

  /** The recorded strokes on which the steadying is read, as hand and brush make them. */
  referenceLines(): LineTraces[] {
    return this.brush ? this.pictures.referenceLines(this.brush) : []
  }

  /** A response's curve at evenly spread inputs 0..1, its dead zone included. */
  traceLink(link: Link): Float32Array<ArrayBuffer> {
    writeLink(this.module.memory, this.link.at, link)
    this.module.call("trace_link", this.link, this.table)
    return this.module.memory.f32(this.table).slice()
  }

  private editLink(link: Link, edit: () => number): CurveChange {
    writeLink(this.module.memory, this.link.at, link)
    const index = edit()
    return { nodes: this.nodesOf(), index }
  }

  private nodesOf(): Node[] {
    const read = (name: "x" | "y", i: number) => readField(this.module.memory, "link", this.link.at, name, i)
    const count = readField(this.module.memory, "link", this.link.at, "count")
    return Array.from({ length: count }, (_, i): Node => [read("x", i), read("y", i)])
  }

  addNode(link: Link, x: number, y: number): CurveChange {
    return this.editLink(link, () => this.module.call("add_node", this.link, x, y))
  }

  moveNode(link: Link, index: number, x: number, y: number): CurveChange {
    return this.editLink(link, () => {
      this.module.call("move_node", this.link, index, x, y)
      return index
    })
  }

  removeNode(link: Link, index: number): CurveChange {
    return this.editLink(link, () => this.module.call("remove_node", this.link, index))
  }

  /** Pressure that the practice pen reports at a speed in px/ms. */
  pressureFromSpeed(speed: number, usual: number): number {
    return this.module.call("pressure_from_speed", speed, usual)
  }

  /** What a kind of pointer reported in the strokes that were drawn with it on this device. */
  reports(kind: Kind, own: string[], bins: number): Reports {
    const mine = this.strokes.filter((one) => own.includes(one.id) && one.kind === kind && !one.erase)
    return this.pictures.reports(this.table, mine, bins)
  }

  /** Distribution of an input over the strokes drawn by hand, or over all where there are none. */
  inputHistogram(input: Input, bins: number, own: string[]): number[] {
    const mine = this.strokes.filter((one) => own.includes(one.id) && !one.erase)
    const table = this.module.memory.f32(this.table).fill(0)
    const fast = Number(this.brush?.fast ?? 1)
    for (const stroke of mine.length > 0 ? mine : this.strokes) {
      this.pictures.addToHistogram(this.table, bins, stroke, input, fast)
    }
    return Array.from(this.module.memory.f32(this.table).subarray(0, Math.min(bins, table.length)))
  }
}

export async function makeDesk(url: string, changed: () => void, bring: Bring): Promise<Desk> {
  const response = await fetch(url)
  if (!response.ok) throw new Error("The ink could not be loaded. Check the connection and reload the page.")
  return new Desk(await loadModule(await response.arrayBuffer()), changed, bring)
}
