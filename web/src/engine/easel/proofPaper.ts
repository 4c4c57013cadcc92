// The proof sheet: its strokes, each inked with its layer's brush.
import type { BrushDocument, LayerUse } from "@/documents/brush"
import { hexOf, numberOf } from "@/documents/colours"
import type { KeptStroke, Pen, Rectangle } from "@/documents/stroke"
import type { Job, OrderedLayer } from "./order"
import { Paper } from "./paper"
import { wholeOf } from "./part"

export class ProofPaper extends Paper {
  /** Brushes that layers are inked with instead, by id. */
  others: Record<string, BrushDocument> = {}
  /** Of each brush that strokes give another size, that one. */
  private sized = new WeakMap<BrushDocument, Map<number, BrushDocument>>()
  private looks = new Map<number, { of: string; from: BrushDocument; look: BrushDocument }>()

  protected get layers(): LayerUse[] {
    return this.brush!.layers
  }

  protected get ground(): number {
    return this.brush ? this.seen(this.brush).ground : this.room
  }

  /** Colours of paper and ink as a brush is seen on this sheet. */
  private seen(brush: BrushDocument): { ground: number; ink: number } {
    const { ground, swapped } = this.brush!
    return this.order.seen(numberOf(String(brush.ink)), ground ? numberOf(ground) : this.room, swapped)
  }

  get brushes(): BrushDocument[] {
    if (!this.brush) return []
    const others = this.brush.layers.flatMap((layer) => (layer.brush && this.others[layer.brush]) || [])
    return [this.brush, ...others]
  }

  /** The brush of a layer, as it is seen on this ground; the same one as long as nothing of that changes. */
  private brushOn(which: number): BrushDocument {
    const id = this.brush!.layers.find((layer) => layer.which === which)?.brush
    const other = id ? this.others[id] : undefined
    const brush = other ?? this.brush!
    // What tones run towards is the paper that is seen; another brush keeps its ink.
    const ground = hexOf(this.ground)
    const ink = other ? String(other.ink) : hexOf(this.seen(brush).ink)
    const of = `${ground} ${ink}`
    const known = this.looks.get(which)
    if (known?.of === of && known.from === brush) return known.look
    const look = ink === brush.ink && ground === brush.ground ? brush : { ...brush, ink, ground }
    this.looks.set(which, { of, from: brush, look })
    return look
  }

  protected brushOf({ size }: Pick<Pen, "size">, which: number): BrushDocument {
    return this.sizedAs(this.brushOn(which), size)
  }

  private sizedAs(brush: BrushDocument, size?: number | null): BrushDocument {
    if (!size) return brush
    const sizes = this.sized.get(brush) ?? new Map<number, BrushDocument>()
    this.sized.set(brush, sizes)
    const there = sizes.get(size) ?? { ...brush, size }
    sizes.set(size, there)
    return there
  }

  protected get ordered(): OrderedLayer[] {
    return this.layers.map(({ which, lanes }) => ({ which, lanes, brush: this.brushOn(which) }))
  }

  protected jobsOf(strokes: KeptStroke[]): Job[] {
    return this.order.jobs(
      strokes,
      this.ordered,
      () => undefined,
      ({ size }, brush) => this.sizedAs(brush, size),
    )
  }

  /** Only ink lies on it. */
  protected layUnder(): void {}

  protected same(a: KeptStroke, b: KeptStroke): boolean {
    if (a === b) return true
    const alike = a.id === b.id && a.size === b.size && a.dries === b.dries && a.erase === b.erase
    const lies =
      (a.layer ?? 0) === (b.layer ?? 0) && !a.lane === !b.lane && a.seed === b.seed && a.kind === b.kind
    return (
      alike &&
      lies &&
      a.samples.length === b.samples.length &&
      a.samples.every((one, i) => one === b.samples[i])
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
    this.fit(this.sheet, wholeOf(this.size, 1))
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
