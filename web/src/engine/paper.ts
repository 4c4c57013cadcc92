// The proof sheet: strokes in their order on its layers, each inked with its layer's brush, at the screen's own pixels.
import type { BrushDocument } from "@/documents/brush"
import type { KeptStroke, Pen } from "@/documents/stroke"
import { hexOf, numberOf } from "@/documents/colours"
import { Screen, type Context, type View } from "./screen"
import type { Module } from "./module"
import { union, type Rectangle, type Sheet } from "./sheet"

/** Strokes beyond which a re-inked sheet is shown whole. */
const MANY = 60
/** Most device px on a side of a sheet. */
const MOST_SIDE = 8192

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
  private set?: BrushDocument
  /** Where each stroke lay when it was last inked, device px. */
  private reached = new Map<string, Rectangle>()
  /** What the layers and the ground were when all was shown last. */
  private look = ""

  constructor(
    private module: Module,
    readonly sheet: Sheet,
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

  /** Device px per sheet px that the view asks for, as far as a sheet may be large. */
  private get wanted(): number {
    return Math.min(this.view?.zoom ?? 1, MOST_SIDE / Math.max(this.width, this.height))
  }

  /** Whether the sheet is inked coarser or finer than the view shows it. */
  get unscaled(): boolean {
    return this.brush !== undefined && this.wanted !== this.sheet.scale
  }

  private scaleTo(scale: number): void {
    if (scale === this.sheet.scale) return
    const side = (length: number) => Math.min(MOST_SIDE, Math.ceil(length * scale))
    this.sheet.resize(side(this.width), side(this.height), scale)
    this.look = ""
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

  private inkAll(): Map<string, Rectangle> {
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

  /** Ink every stroke anew with the brushes as they stand, and show it. */
  reink(): void {
    if (!this.brush) return
    this.scaleTo(this.wanted)
    const before = this.reached
    const now = this.inkAll()
    this.reached = now
    const look = JSON.stringify([this.brush.layers, this.ground])
    const same = before.size === now.size && [...now.keys()].every((id) => before.has(id))
    // Past many strokes the whole view is less work.
    if (look !== this.look || !same || now.size > MANY) {
      this.look = look
      return this.showAll()
    }
    const runs = Math.max(0, ...this.brushes.map((one) => Number(one.run)))
    const reach = Math.ceil(runs * this.sheet.scale) + 1
    for (const [id, there] of now) this.show(grown(union(there, before.get(id)), reach))
  }

  /** Put the pen down on a layer. */
  begin(pen: Pen): void {
    const which = this.brush ? this.layerOf(pen) : 0
    if (this.brush) this.take(this.brushOn(which), pen.size)
    this.sheet.begin({ ...pen, layer: which })
  }

  /** The stroke in hand has become one of the others. */
  keep(stroke: KeptStroke): void {
    this.strokes.push(stroke)
    this.reached.set(stroke.id, this.sheet.reached)
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
    screen?.setColours(this.ground, this.around)
    if (!screen || !view) return
    const { scale } = sheet
    const exact = view.zoom === scale
    const place = (at: number) => (exact ? Math.round(at * scale) : at * scale)
    screen.setView({
      ...view,
      zoom: view.zoom / scale,
      originX: place(view.originX),
      originY: place(view.originY),
    })
    screen.showAll(sheet)
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
    this.scaleTo(1)
    this.inkAll()
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
