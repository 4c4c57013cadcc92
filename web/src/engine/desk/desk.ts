// The engine's desk: easels with a brush each, on shared tiles and sources, and the stations' pictures.
// It runs in the worker; in tests and in script/bench it runs on a page of its own.
import type { BrushDocument, Input } from "@/documents/brush"
import { samplesFrom, type KeptStroke, type Kind, type Pen, type Stroke } from "@/documents/stroke"
import { PROOF_SHEET, TABLE } from "@/generated/layout"
import { Easel, type EaselName } from "../easel/easel"
import { Images } from "../memory/images"
import { loadModule, type Module } from "../memory/module"
import { Pictures, type Bring } from "../memory/pictures"
import { Pockets, type PocketPicture, type ShownOn } from "../pictures/pockets"
import { Prep } from "../prep/prep"
import { ProofPaper } from "../easel/proofPaper"
import { Colours } from "../questions/colours"
import { Curves } from "../questions/curves"
import { PenFit } from "../questions/penFit"
import { ReadingsTaker, type Readings, type Steadied } from "../questions/readings"
import type { Context } from "../easel/screen"
import { SheetEasel } from "../easel/sheetEasel"
import { SheetPaper } from "../easel/sheetPaper"
import { SheetWriter } from "../pictures/sheetWriter"
import { Supply } from "../memory/supply"
import { Sheet } from "../easel/sheet"
import { Slots, Workspace } from "../easel/workspace"
import type { Rectangle } from "@/documents/stroke"
import {
  StationPictures,
  WAYS,
  type Inked,
  type LineTraces,
  type Picture,
  type Reports,
  type StationTraces,
  type Wedge,
} from "../pictures/stations"
import { Underlays } from "../easel/underlays"
import { Words } from "../questions/words"

const EMPTY: Stroke = { kind: "pen", erase: false, seed: 1, samples: new Float32Array(0) }
/** What pictures show where nothing is drawn yet. */
const SHORT: Stroke = { ...EMPTY, samples: samplesFrom([0, 1].map((u) => [100 * u, 0, 300 * u, 0.5, 1, 0])) }

/** A brush, and the stroke in hand: what the stations' pictures show. */
export interface Shown {
  brush: BrushDocument
  stroke: Stroke
}

/** The brush on the bench, one that lies beside it, or one whose ways of steadying are compared. */
export type Measured = "bench" | "beside" | "compared"

export class Desk {
  readonly images: Images
  readonly sources: Pictures
  readonly words: Words
  private supply: Supply
  private slots: Slots
  private spaces: Workspace[] = []
  private easels = new Map<EaselName, Easel>()
  private pockets?: Pockets
  /** Those who measure: the brush on the bench, and others. */
  private takers = new Map<Measured, { taker: ReadingsTaker; turn: number }>()
  private references: [shaky: Stroke, cornered: Stroke] = [EMPTY, EMPTY]
  private colours: [paper: number, around: number] = [0xffffff, 0xe6ebe8]
  readonly curves: Curves
  readonly colour: Colours
  readonly penFit: PenFit
  private table

  constructor(
    readonly module: Module,
    /** Called when there is more to ink. */
    private changed: () => void,
    /** Called with what pictures are to show, when that has changed. */
    private shows: (shown: Shown) => void,
    private bring: Bring,
    private width: number = PROOF_SHEET[0]!,
    private height: number = PROOF_SHEET[1]!,
  ) {
    this.slots = new Slots(module)
    this.images = new Images(module)
    this.sources = new Pictures(bring)
    this.supply = new Supply(this.images, this.sources)
    this.words = new Words(module)
    this.table = module.memory.take(TABLE, 4)
    this.curves = new Curves(module, this.table)
    this.colour = new Colours(module, this.table)
    this.penFit = new PenFit(module)
  }

  private besidesMade?: Workspace
  /** What pictures, prints, readings and files are inked in; like all that follows it is made where it is asked for. */
  private get besides(): Workspace {
    return (this.besidesMade ??= new Workspace(this.module, this.images))
  }

  private picturesMade?: StationPictures
  private get pictures(): StationPictures {
    if (!this.picturesMade) {
      this.picturesMade = new StationPictures(this.module, this.slots, this.besides)
      this.picturesMade.setPaper(this.colours[0])
      this.picturesMade.setReferences(...this.references)
    }
    return this.picturesMade
  }

  private prepMade?: Prep
  get prep(): Prep {
    if (!this.prepMade) {
      this.prepMade = new Prep(this.module, this.slots, this.besides, this.sources)
      this.prepMade.setPaper(this.colours[0])
    }
    return this.prepMade
  }

  /** An easel, set up when it is first asked for. The one beside the bench's is drawn on together with that. */
  easel(name: EaselName): Easel {
    const there = this.easels.get(name)
    if (there) return there
    const { module, slots, width, height } = this
    // What is drawn on two sheets together needs a workspace for each.
    const space = (this.spaces[name === "beside" ? 1 : 0] ??= new Workspace(module, this.images))
    const sheet = () => new Sheet(module, slots, space, width, height)
    const meant = (samples: Float32Array<ArrayBuffer>, pen: Pen) => this.penFit.asMeant(samples, pen)
    const came = () => this.renewPictures()
    const given = [module, sheet(), sheet, width, height] as const
    const begun = () => this.changed()
    let made: Easel
    if (name === "sheet") {
      const easel = new SheetEasel(new SheetPaper(...given), this.supply, meant, came, begun)
      easel.lieOver(new Underlays(module, this.bring))
      made = easel
    } else made = new Easel(new ProofPaper(...given), this.supply, meant, came, begun)
    made.paper.setColours(...this.colours)
    this.easels.set(name, made)
    return made
  }

  /** How many recorded strokes were inked on the easels. */
  get strokesInked(): number {
    return this.spaces.reduce((sum, one) => sum + one.inked, 0)
  }

  private writer?: SheetWriter

  /** What writes sheets as files; while it waits, others use its workspace, as everybody does between strokes. */
  get sheetWriter(): SheetWriter {
    const { module, slots, besides, supply, bring } = this
    // What it writes may lie over other pictures than the sheet on the easel.
    this.writer ??= new SheetWriter(module, slots, besides, supply, new Underlays(module, bring))
    return this.writer
  }

  get sheet(): SheetEasel {
    return this.easel("sheet") as SheetEasel
  }

  private get bench(): Easel {
    return this.easel("bench")
  }

  /** The easel whose brush the pictures show: the bench's, or that of the sheet that lies open. */
  private front: "bench" | "sheet" = "bench"

  /** Have an easel's paper shown on a canvas. */
  attach(name: EaselName, context: Context): void {
    if (name === "bench" || name === "sheet") this.front = name
    this.easel(name).attach(context)
    this.renewPictures()
  }

  setColours(paper: number, around: number): void {
    this.colours = [paper, around]
    for (const one of this.easels.values()) one.paper.setColours(paper, around)
    this.picturesMade?.setPaper(paper)
    this.prepMade?.setPaper(paper)
  }

  private get strokes(): KeptStroke[] {
    return this.bench.strokes
  }

  /** Brushes that layers are inked with instead of the one on the bench, by id. */
  setOthers(others: Record<string, BrushDocument>): void {
    for (const one of this.easels.values()) one.setOthers(others)
  }

  /** Ink sheets at the pixels that their views show, unless they are. */
  rescale(): void {
    for (const one of this.easels.values()) one.rescale()
  }

  /** Ink everything on an easel with a brush. */
  setBrush(name: EaselName, brush: BrushDocument): void {
    this.easel(name).setBrush(brush)
    if (name === this.front) this.renewPictures()
  }

  setStrokes(name: EaselName, strokes: KeptStroke[]): void {
    this.easel(name).setStrokes(strokes)
    if (name === "bench") this.renewPictures()
  }

  /**
   * A brush's picture for its pocket, or of a stroke of it, once its sources are here; and whether they are: one that
   * cannot be had leaves a plain stand-in.
   */
  async inkPocket(
    which: PocketPicture | ShownOn,
    brush: BrushDocument,
    width: number,
    height: number,
  ): Promise<{ picture: ImageBitmap; whole: boolean }> {
    const whole = await this.haveAtHand(brush)
    this.pockets ??= new Pockets(this.module, this.slots, this.besides)
    const picture =
      typeof which === "string"
        ? this.pockets.ink(which, brush, width, height)
        : this.pockets.inkOn(brush, which, width, height)
    return { picture, whole }
  }

  /** Whether strokes are on their way. */
  get inking(): boolean {
    return [...this.easels.values()].some((one) => one.inking)
  }

  /** Ink on where much is to be inked. Returns how long all took on the bench, ms, once that is done. */
  inkOn(): number | undefined {
    const took = this.bench.inkOn()
    for (const [name, one] of this.easels) if (name !== "bench") one.inkOn()
    return took
  }

  /** How much of the sheet that lies open is inked, 0..1. */
  get laid(): number {
    return this.easels.get("sheet")?.paper.share ?? 1
  }

  get swept(): boolean {
    return this.bench.sweptIn(this.module.memory)
  }

  /** Lift the pen; returns the stroke, or nothing if no sample was sound. */
  up(name: EaselName, id: string): KeptStroke | undefined {
    const stroke = this.easel(name).up(id)
    if (stroke && name === "bench") this.renewPictures()
    return stroke
  }

  /** Take a stroke in hand: the stations' pictures show it. */
  takeInHand(id: string): void {
    this.bench.inHand = id
    this.renewPictures()
  }

  /** A picture of what a station does to a brush, device px; of the wedge, with what it runs through. */
  async inkStation(
    which: Picture,
    brush: BrushDocument,
    width: number,
    height: number,
    wedge?: Wedge,
  ): Promise<Inked> {
    await this.haveAtHand(brush)
    return this.pictures.inked(which, brush, width, height, wedge)
  }

  /** Have a brush's sources at hand, as far as they can be had. */
  private async haveAtHand(brush: BrushDocument): Promise<boolean> {
    await this.supply.bring(this.supply.layOut([brush]))
    return this.supply.layOut([brush]).length === 0
  }

  private renewPictures(): void {
    const { strokes, inHand, brush } = this.easel(this.front)
    const stroke = strokes.find((one) => one.id === inHand) ?? strokes.find((one) => !one.erase && !one.dries)
    if (brush) this.shows({ brush, stroke: stroke ?? SHORT })
  }

  /** Whether all is inked, and no source is on its way. */
  get rests(): boolean {
    return ![...this.easels.values()].some((one) => one.awaited) && !this.inking
  }

  /**
   * The ink in a rectangle of the sheet, as a PNG: black, as clear as the ink is thin. Nothing where the
   * rectangle holds no ink.
   */
  async capture(rectangle: Rectangle): Promise<Blob | undefined> {
    const found = (this.bench.paper as ProofPaper).inkIn(rectangle)
    if (!found?.ink.some((one) => one >= 0.5 / 255)) return undefined
    const image = new ImageData(found.width, found.height)
    found.ink.forEach((one, i) => (image.data[4 * i + 3] = Math.round(one * 255)))
    const canvas = new OffscreenCanvas(image.width, image.height)
    canvas.getContext("2d")!.putImageData(image, 0, 0)
    return canvas.convertToBlob({ type: "image/png" })
  }

  /** The strokes on which the steadying is read and compared. */
  setReference(shaky: Stroke, cornered: Stroke): void {
    this.references = [shaky, cornered]
    for (const { taker } of this.takers.values()) taker.setStrokes(shaky, cornered)
    this.picturesMade?.setReferences(shaky, cornered)
  }

  private takerFor(whose: Measured) {
    const there = this.takers.get(whose)
    if (there) return there
    const taker = new ReadingsTaker(this.module, this.slots, this.besides, this.images)
    taker.setStrokes(...this.references)
    const made = { taker, turn: 0 }
    this.takers.set(whose, made)
    return made
  }

  /**
   * The readings of a brush, by a little at a time: `wait` is called in between, `tell` with those that are known first.
   * Nothing where it is called for another brush of the same ones meanwhile.
   */
  async readBrush(
    whose: Measured,
    brush: BrushDocument,
    wait: () => Promise<void>,
    tell: (readings: Readings) => void = () => {},
  ): Promise<Readings | undefined> {
    const mine = this.takerFor(whose)
    const turn = ++mine.turn
    await this.haveAtHand(brush)
    if (turn !== mine.turn) return undefined
    mine.taker.begin(brush)
    for (;;) {
      await wait()
      if (turn !== mine.turn) return undefined
      const readings = mine.taker.advance()
      if (readings?.whole) return readings
      if (readings) tell(readings)
    }
  }

  /** The figures of each way of steadying, for a brush. */
  compare(brush: BrushDocument): Steadied[] {
    const { taker } = this.takerFor("compared")
    return WAYS.map((steadying) => taker.steadied({ ...brush, steadying }))
  }

  /** The recorded strokes on which the steadying is read, as hand and brush make them. */
  referenceLines(brush: BrushDocument): LineTraces[] {
    return this.pictures.referenceLines(brush)
  }

  /** What hand, line and weight make of a stroke. */
  traces({ brush, stroke }: Shown): StationTraces {
    return this.pictures.traces(brush, stroke)
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
    const fast = Number(this.bench.brush?.fast ?? 1)
    for (const stroke of mine.length > 0 ? mine : this.strokes) {
      this.pictures.addToHistogram(this.table, bins, stroke, input, fast)
    }
    return Array.from(this.module.memory.f32(this.table).subarray(0, Math.min(bins, table.length)))
  }
}

export async function makeDesk(
  url: string,
  changed: () => void,
  shows: (shown: Shown) => void,
  bring: Bring,
): Promise<Desk> {
  const response = await fetch(url)
  if (!response.ok) throw new Error("The ink could not be loaded. Check the connection and reload the page.")
  return new Desk(await loadModule(await response.arrayBuffer()), changed, shows, bring)
}
