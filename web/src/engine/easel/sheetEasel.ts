// The easel that a sheet lies on: its strokes are told by what changed of them, since there may be thousands.
import type { BrushDocument } from "@/documents/brush"
import type { Inked, SheetDocument, SheetStroke } from "@/documents/sheet"
import { Easel } from "./easel"
import type { SheetPaper } from "./sheetPaper"
import type { Underlays } from "./underlays"

/** What changed of a sheet. */
export interface SheetChange {
  /** Another sheet: nothing of the one before stays. */
  fresh?: boolean
  document?: SheetDocument
  /** The brushes that strokes are inked with, by their looks. */
  looks?: Record<string, BrushDocument>
  /** Strokes that come, or that are other ones now. */
  put?: SheetStroke[]
  /** Strokes that go. */
  take?: string[]
  /** Strokes that are inked otherwise. */
  inked?: ({ id: string } & Inked)[]
}

export class SheetEasel extends Easel {
  declare readonly paper: SheetPaper
  private underlays?: Underlays

  lieOver(underlays: Underlays): void {
    this.underlays = underlays
    this.paper.setUnderlays(underlays)
  }

  /** Have another brush in hand: strokes that lie there keep theirs. */
  override setBrush(brush: BrushDocument): void {
    const first = this.brush === undefined
    this.paper.brush = brush
    this.supplyAll()
    if (first) this.reink()
  }

  /** Have the sources of all brushes at hand: of the one in hand, and of those that strokes were drawn with. */
  private supplyAll(): void {
    const missing = this.supply.layOut(this.paper.brushes)
    this.awaited = missing.length > 0
    if (this.awaited) void this.bringAll(missing)
  }

  /** What comes changes strokes that lie there, whatever is in hand by then. */
  private async bringAll(missing: string[]): Promise<void> {
    await this.supply.bring(missing)
    this.awaited = false
    if (this.supply.layOut(this.paper.brushes).length < missing.length) this.reink()
    this.came()
  }

  /** Take in what changed, and ink what that changes. */
  change({ fresh, document, looks, put, take, inked }: SheetChange): void {
    const { paper } = this
    if (fresh) {
      this.cancel()
      paper.leave()
    }
    const resized = document ? paper.setDocument(document) : false
    const anew = (looks ? paper.setLooks(looks) : false) || resized
    const strokes = changed(fresh ? [] : paper.strokes, put, take, inked)
    if (document) void this.layUnder(document)
    if (looks) this.supplyAll()
    if (anew || fresh) {
      paper.strokes = strokes
      this.reink()
    } else this.setStrokes(strokes)
    if (document && !anew) paper.renewLayers()
  }

  private async layUnder({ underlays }: SheetDocument): Promise<void> {
    if (await this.underlays?.bring(underlays)) this.paper.renewLayers()
  }
}

/** The strokes as they are now, in their order; those that stayed are the same ones. */
function changed(
  strokes: SheetStroke[],
  put: SheetStroke[] = [],
  take: string[] = [],
  inked: ({ id: string } & Inked)[] = [],
): SheetStroke[] {
  const by = new Map(strokes.map((one) => [one.id, one]))
  for (const id of take) by.delete(id)
  for (const one of put) {
    const there = by.get(one.id)
    // What was drawn here is told of once it is kept.
    by.set(one.id, there ? { ...one, samples: there.samples } : one)
  }
  for (const { id, ...how } of inked) {
    const there = by.get(id)
    if (there) by.set(id, { ...there, ...how })
  }
  const all = [...by.values()]
  const inOrder = all.every((one, i) => i === 0 || before(all[i - 1]!, one))
  return inOrder ? all : all.sort((a, b) => (before(a, b) ? -1 : 1))
}

const before = (a: SheetStroke, b: SheetStroke): boolean =>
  a.drawnAt < b.drawnAt || (a.drawnAt === b.drawnAt && a.id <= b.id)
