// A paper as it is seen: a sheet that is inked as the part of it that is in sight, at the screen's own pixels.
import type { BrushDocument, Layer } from "@/documents/brush"
import type { Rectangle } from "@/documents/stroke"
import type { Vector } from "../memory/memory"
import type { Module } from "../memory/module"
import type { Job } from "./order"
import { partFor, seesBeyond, serves, wholeOf, type PaperSize, type Part } from "./part"
import { union } from "../memory/rectangles"
import { Screen, type Context, type View } from "./screen"
import type { Sheet } from "./sheet"

export abstract class ShownPaper {
  protected screen?: Screen
  protected view?: View
  protected room = 0xffffff
  protected around = 0xe6ebe8
  /** What each sheet's brush was set to last. */
  private set = new Map<Sheet, BrushDocument>()
  /** What the layers and the ground were when all was shown last. */
  protected look = ""

  constructor(
    protected module: Module,
    /** The sheet that is shown, and drawn on. */
    public sheet: Sheet,
    protected another: () => Sheet,
    /** Size in sheet px. */
    protected width: number,
    protected height: number,
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

  protected get size(): PaperSize {
    return { width: this.width, height: this.height }
  }

  /** What a sheet is inked as. */
  protected partOf({ scale, fromX, fromY, width, height }: Sheet): Part {
    return { scale, left: fromX, top: fromY, right: fromX + width, bottom: fromY + height }
  }

  protected marginAt(scale: number): number {
    return this.sheet.space.reaches.margin(this.brushes, scale)
  }

  /** Whether a sheet shows what is in sight at the screen's own pixels. */
  protected serves(sheet: Sheet): boolean {
    return serves(this.partOf(sheet), this.size, this.view) && sheet.margin >= this.marginAt(sheet.scale)
  }

  protected fit(sheet: Sheet, part: Part): void {
    const { scale, left, top, right, bottom } = part
    const [width, height, margin] = [right - left, bottom - top, this.marginAt(scale)]
    const same =
      sheet.scale === scale && sheet.fromX === left && sheet.fromY === top && sheet.margin >= margin
    if (same && sheet.width === width && sheet.height === height) return
    sheet.resize(width, height, scale, left, top, margin)
    if (sheet !== this.sheet) return
    this.look = ""
    this.forgetInk()
  }

  /** The ink is another one, or elsewhere. */
  protected abstract forgetInk(): void

  /** The part that a sheet is to be inked as: as it is where that serves. */
  protected get part(): Part {
    const there = this.partOf(this.sheet)
    return serves(there, this.size, this.view) ? there : partFor(this.size, this.view)
  }

  /** What the sheet lies on, 0xRRGGBB. */
  protected abstract get ground(): number

  /** The layers of ink, the lowest first. */
  protected abstract get layers(): Layer[]

  /** Whether pictures lie below them. */
  protected get liesOver(): boolean {
    return false
  }

  /** The brushes whose sources must be at hand. */
  abstract get brushes(): BrushDocument[]

  protected take(sheet: Sheet, brush: BrushDocument): void {
    if (this.set.get(sheet) === brush) return
    sheet.setBrush(brush)
    this.set.set(sheet, brush)
  }

  /** Have what lies below the ink on a sheet that is going to be shown. */
  protected abstract layUnder(sheet: Sheet): void

  /** Take all ink off a sheet, and have the layers on it. */
  protected wipe(sheet: Sheet): void {
    if (sheet === this.sheet) this.forgetInk()
    this.set.delete(sheet)
    sheet.setLayers(this.layers, this.liesOver)
    sheet.clear()
  }

  protected ink(sheet: Sheet, job: Job, reached: Map<string, Rectangle>, beneath?: Vector): void {
    const { stroke, which, brush, dries } = job
    if (dries) return sheet.dry(which)
    this.take(sheet, brush)
    reached.set(stroke.id, union(sheet.ink({ ...stroke, layer: which }, beneath), reached.get(stroke.id)))
  }

  /** Layers look otherwise, or what lies below them was moved or has come: no stroke is inked anew. */
  renewLayers(): void {
    this.sheet.setLayers(this.layers, this.liesOver)
    this.look = this.lookNow
    this.layUnder(this.sheet)
    this.showAll()
  }

  /** What all that is shown hangs on, beside the strokes. */
  protected get lookNow(): string {
    return JSON.stringify([this.layers, this.liesOver, this.ground])
  }

  protected mixes(brush: BrushDocument): boolean {
    return this.sheet.space.reaches.of(brush).mixes
  }

  /** How far around a stroke others may change with it, device px. */
  protected get reach(): number {
    const mixing = this.brushes.filter((one) => this.mixes(one))
    return Math.ceil(this.sheet.space.reaches.halo(mixing) * this.sheet.scale) + 1
  }

  /** Show what the last call to the sheet changed. */
  showChange(): void {
    this.show(this.sheet.changed)
  }

  protected show(rectangle: Rectangle): void {
    this.screen?.show(this.sheet, rectangle)
  }

  showAll(): void {
    const { screen, view, sheet } = this
    if (!screen || !view) return
    const { scale, fromX, fromY } = sheet
    const exact = view.zoom === scale
    const place = (at: number) => (exact ? Math.round(at * scale) : at * scale)
    // What is not inked yet is bare paper; what lies around the paper is seen only where all of that is inked.
    const part = fromX > 0 || fromY > 0 || sheet.width < wholeOf(this.size, scale).right
    screen.setColours(this.ground, part && !seesBeyond(this.size, view) ? this.ground : this.around)
    screen.setView({
      ...view,
      zoom: view.zoom / scale,
      originX: place(view.originX) - fromX,
      originY: place(view.originY) - fromY,
    })
    screen.showAll(sheet)
  }
}
