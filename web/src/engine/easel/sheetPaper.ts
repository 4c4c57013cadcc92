// A sheet's paper: each stroke is inked with its own look, over the underlay, on the tint of the paper.
import type { BrushDocument, Layer } from "@/documents/brush"
import { dequal } from "dequal"
import { numberOf } from "@/documents/colours"
import { defaultSheet, type SheetDocument, type SheetStroke } from "@/documents/sheet"
import type { Pen, Rectangle } from "@/documents/stroke"
import { DEFAULT_BRUSH } from "@/generated/layout"
import type { Job, OrderedLayer } from "./order"
import { Paper } from "./paper"
import { Screen } from "./screen"
import { touches } from "../memory/rectangles"
import type { Sheet } from "./sheet"
import type { Underlays } from "./underlays"

/** Rows of a sheet's picture that are shown at once, px. */
const STRIP = 64

export class SheetPaper extends Paper {
  declare strokes: SheetStroke[]
  private document = defaultSheet()
  private looks: Record<string, BrushDocument> = {}
  private underlays?: Underlays
  /** Shows it small. */
  private small?: Screen
  /** The brush in hand with what the pen has of its own. */
  private inHandAs?: { key: string; of: BrushDocument; made: BrushDocument }
  /** Looks with what strokes have of their own, by what that is. */
  private inked = new Map<string, BrushDocument>()

  /** What it lies over. */
  setUnderlays(underlays: Underlays): void {
    this.underlays = underlays
  }

  /** Be another sheet, or the same with another size, layers or tint. Returns whether strokes must be inked anew. */
  setDocument(document: SheetDocument): boolean {
    const before = this.document
    this.document = document
    ;[this.width, this.height] = [document.width, document.height]
    const placed = (one: SheetDocument) =>
      JSON.stringify([one.width, one.height, one.tint, one.layers.map((l) => l.which)])
    return placed(before) !== placed(document)
  }

  /** The brushes that strokes are inked with, by their looks. Returns whether strokes that lie here look otherwise now. */
  setLooks(looks: Record<string, BrushDocument>): boolean {
    const before = this.looks
    this.looks = {}
    const changed = new Set<string>()
    for (const [id, look] of Object.entries(looks)) {
      const there = before[id]
      // What stays as it is stays the same one: it is known by that.
      const stays = there && dequal(there, look)
      this.looks[id] = stays ? there : look
      if (!stays) changed.add(id)
    }
    if (changed.size > 0) this.inked.clear()
    return this.strokes.some((one) => changed.has(one.look))
  }

  protected get ground(): number {
    return numberOf(this.document.tint)
  }

  protected get layers(): Layer[] {
    return this.document.layers
  }

  protected override get liesOver(): boolean {
    return this.document.underlays.length > 0
  }

  protected get ordered(): OrderedLayer[] {
    return this.document.layers
  }

  get brushes(): BrushDocument[] {
    return [...(this.brush ? [this.brush] : []), ...Object.values(this.looks)]
  }

  /** The pen has the brush in hand; a stroke that lies there its own look. */
  protected brushOf(pen: Pen | SheetStroke): BrushDocument {
    if (!("look" in pen)) return this.own("", this.brush!, pen.size)
    const look = this.looks[pen.look] ?? (DEFAULT_BRUSH as unknown as BrushDocument)
    return this.own(pen.look, look, pen.size, pen.ink, pen.opacity)
  }

  private own(
    look: string,
    brush: BrushDocument,
    size?: number | null,
    ink?: string,
    opacity?: number | null,
  ): BrushDocument {
    const key = `${look} ${size ?? ""} ${ink ?? ""} ${opacity ?? ""} ${this.document.tint}`
    const known = look
      ? this.inked.get(key)
      : this.inHandAs?.key === key && this.inHandAs.of === brush && this.inHandAs
    if (known) return "made" in known ? known.made : known
    const made = {
      ...brush,
      ground: this.document.tint,
      ...(size != null && { size }),
      ...(ink && { ink }),
      ...(opacity != null && { opacity }),
    }
    if (look) this.inked.set(key, made)
    else this.inHandAs = { key, of: brush, made }
    return made
  }

  protected jobsOf(strokes: SheetStroke[]): Job<SheetStroke>[] {
    return this.order.jobs(strokes, this.ordered, (stroke) =>
      stroke.dries ? undefined : this.brushOf(stroke),
    )
  }

  protected same(a: SheetStroke, b: SheetStroke): boolean {
    if (a === b) return true
    const alike = a.id === b.id && a.samples === b.samples && a.seed === b.seed && a.dries === b.dries
    return alike && a.layer === b.layer && a.erase === b.erase && this.brushOf(a) === this.brushOf(b)
  }

  /** Lay the underlays below the ink, unless they lie there as they are. */
  protected layUnder(sheet: Sheet): void {
    const shown = this.document.underlays.filter((one) => one.shown)
    const wanted = JSON.stringify([shown, this.underlays?.have(shown)])
    if (sheet.under === wanted || !this.underlays) return
    this.underlays.lay(sheet, shown)
    sheet.under = wanted
  }

  /** What is inked around a part of it at a scale, device px, and whether its ink mixes: then it is inked whole. */
  reachAt(scale: number): { margin: number; mixes: boolean } {
    const { reaches } = this.sheet.space
    const used = [...new Set(this.jobs.filter(({ dries }) => !dries).map(({ brush }) => brush))]
    return { margin: reaches.margin(used, scale), mixes: used.some((one) => reaches.of(one).mixes) }
  }

  /**
   * Ink all strokes, or those of `only` one layer, onto a sheet that is none of the easel's; yields the share that is
   * done, 0..1, stroke by stroke. What each reaches of the paper is kept in `reaches`, for other parts of it at that
   * scale: strokes that do not come there are passed over.
   */
  *inkOnto(sheet: Sheet, reaches: Map<string, Rectangle>, only?: number): Generator<number> {
    this.wipe(sheet)
    sheet.setLayers(this.layers, this.liesOver, only)
    this.layUnder(sheet)
    const jobs = this.jobs.filter(({ which }) => only === undefined || which === only)
    for (const [i, job] of jobs.entries()) {
      const { id } = job.stroke
      const there = reaches.get(id)
      if (job.dries || !there || touches(there, sheet.extent)) this.ink(sheet, job, new Map())
      if (!job.dries && !there) reaches.set(id, sheet.reach)
      yield (i + 1) / jobs.length
    }
  }

  /** Whether all of the paper is inked, as it is. */
  private get whole(): boolean {
    const { sheet, width, height } = this
    const [across, down] = [Math.floor(width * sheet.scale), Math.floor(height * sheet.scale)]
    const begins = sheet.fromX === 0 && sheet.fromY === 0
    return begins && sheet.width >= across && sheet.height >= down && !this.inking
  }

  /**
   * The sheet as it is inked now, `side` px at its longer side; nothing where only a part of it is inked. A large one
   * takes longer than a frame: it is shown strip by strip, and `wait` lets the pen in between.
   */
  async picture(side: number, wait: () => Promise<void>): Promise<Blob | undefined> {
    if (!this.whole) return undefined
    const { sheet, width, height } = this
    const fit = side / Math.max(width, height)
    const canvas = new OffscreenCanvas(Math.round(width * fit), Math.round(height * fit))
    this.small ??= new Screen(this.module, canvas.getContext("2d")!)
    this.small.context = canvas.getContext("2d")!
    this.small.setColours(this.ground, this.ground)
    const size = { width: canvas.width, height: canvas.height }
    this.small.setView({ zoom: fit / sheet.scale, originX: 0, originY: 0, ...size })
    const strip = STRIP / fit
    for (let top = 0; top < height; top += strip) {
      if (sheet !== this.sheet || !this.whole) return undefined
      const [from, to] = [top * sheet.scale, (top + strip) * sheet.scale]
      this.small.show(sheet, { left: 0, top: Math.floor(from), right: sheet.width, bottom: Math.ceil(to) })
      await wait()
    }
    return canvas.convertToBlob({ type: "image/png" })
  }

  override leave(): void {
    super.leave()
    this.looks = {}
    this.inked.clear()
  }
}
