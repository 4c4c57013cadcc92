// The proof sheet: strokes in their order on its layers, each inked with its layer's brush.
import type { BrushDocument } from "./brush"
import type { KeptStroke } from "./desk"
import { union, type Pen, type Rectangle, type Sheet } from "./sheet"

/** An ink 0xRRGGBB as a brush document has it. */
export const hexOf = (colour: number): string => `#${colour.toString(16).padStart(6, "0")}`
export const numberOf = (hex: string): number => parseInt(hex.slice(1), 16)

export class ProofPaper {
  strokes: KeptStroke[] = []
  brush?: BrushDocument
  /** Brushes that layers are inked with instead, by id. */
  others: Record<string, BrushDocument> = {}
  /** Colour of the room's paper, 0xRRGGBB. */
  private room = 0xffffff
  private set?: BrushDocument

  constructor(readonly sheet: Sheet) {}

  setRoom(paper: number): void {
    this.room = paper
  }

  /** What the sheet lies on, 0xRRGGBB: with paper and ink swapped, it is the ink. */
  get ground(): number {
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
    const brush = this.brush!
    const id = brush.layers.find((layer) => layer.which === which)?.brush
    const other = id ? this.others[id] : undefined
    if (other) return other
    return brush.swapped ? { ...brush, ink: hexOf(this.plainGround) } : brush
  }

  private take(brush: BrushDocument, size?: number | null): void {
    const wanted = size ? { ...brush, size } : brush
    if (this.set === wanted) return
    this.sheet.setBrush(wanted)
    this.set = wanted
  }

  /** The layer on which a stroke lies: one that there is no more leaves it on the lowest. */
  private layerOf(stroke: Pick<KeptStroke, "layer">): number {
    const { layers } = this.brush!
    const which = stroke.layer ?? 0
    return layers.some((one) => one.which === which) ? which : layers[0]!.which
  }

  /** Ink every stroke anew; returns where each lies, by id. */
  inkAll(): Map<string, Rectangle> {
    const { sheet } = this
    const { layers } = this.brush!
    const reached = new Map<string, Rectangle>()
    this.set = undefined
    sheet.setLayers(layers)
    sheet.clear()
    for (const { which, lanes } of layers) {
      const brush = this.brushOn(which)
      for (const stroke of this.strokes) {
        if (stroke.lane ? !lanes : !stroke.dries && this.layerOf(stroke) !== which) continue
        this.take(brush, stroke.size)
        reached.set(stroke.id, union(sheet.ink({ ...stroke, layer: which }), reached.get(stroke.id)))
      }
    }
    return reached
  }

  /** Ink one stroke over all others. */
  ink(stroke: KeptStroke): Rectangle {
    const which = this.layerOf(stroke)
    this.take(this.brushOn(which), stroke.size)
    return this.sheet.ink({ ...stroke, layer: which })
  }

  /** Put the pen down on a layer. */
  begin(pen: Pen): void {
    const which = this.brush ? this.layerOf(pen) : 0
    if (this.brush) this.take(this.brushOn(which), pen.size)
    this.sheet.begin({ ...pen, layer: which })
  }
}
