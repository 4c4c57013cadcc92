// What is inked when: the core's rule of order, called with strokes and layers, and told as jobs.
import type { BrushDocument } from "@/documents/brush"
import type { KeptStroke } from "@/documents/stroke"
import { DRY } from "@/generated/layout"
import type { Vector } from "../memory/memory"
import type { Module } from "../memory/module"
import { bytesOf, writeField } from "../memory/records"

/** A stroke that is inked onto a layer with a brush, or stands for where the layer dries. */
export interface Job<T extends KeptStroke = KeptStroke> {
  stroke: T
  which: number
  dries: boolean
  brush: BrushDocument
}

/** A layer as the order knows it: the brush of strokes that have none of their own, and whether lanes lie on it. */
export interface OrderedLayer {
  which: number
  brush?: BrushDocument
  lanes?: boolean
}

/** What tells a job from others: a lane's stroke lies on several layers. */
export const keyOf = ({ stroke, which }: Job): string => `${stroke.id} ${which}`

const WORDS = { stroke: bytesOf("ordered_stroke") / 4, job: bytesOf("job") / 4 }

export class Order {
  private layers: Vector
  private colours: Vector

  constructor(
    private module: Module,
    most: number,
  ) {
    this.layers = module.memory.take(most, bytesOf("ordered_layer"))
    this.colours = module.memory.take(2, 4)
  }

  private written(layers: readonly OrderedLayer[], looks: Map<BrushDocument, number>): Vector {
    const { memory } = this.module
    layers.forEach(({ which, brush, lanes }, i) => {
      const at = this.layers.at + i * bytesOf("ordered_layer")
      writeField(memory, "ordered_layer", at, "which", which)
      writeField(memory, "ordered_layer", at, "look", numbered(looks, brush))
      writeField(memory, "ordered_layer", at, "lanes", lanes ? 1 : 0)
    })
    return { at: this.layers.at, length: layers.length }
  }

  /** The layer on which a stroke lands that was drawn on one. */
  landing(layers: readonly OrderedLayer[], which: number): number {
    return this.module.call("landing_layer", this.written(layers, new Map()), which)
  }

  /**
   * The jobs that ink strokes onto layers, in their order. `own` tells the brush that a stroke has for itself, `inkedBy`
   * what becomes of its brush on it.
   */
  jobs<T extends KeptStroke>(
    strokes: readonly T[],
    layers: readonly OrderedLayer[],
    own: (stroke: T) => BrushDocument | undefined,
    inkedBy: (stroke: T, brush: BrushDocument) => BrushDocument = (_, brush) => brush,
  ): Job<T>[] {
    if (strokes.length === 0) return []
    const { memory } = this.module
    const looks = new Map<BrushDocument, number>()
    const laid = this.written(layers, looks)
    const most = strokes.length * layers.length
    const block = memory.lend((strokes.length * WORDS.stroke + most * WORDS.job) * 4)
    const given = { at: block.at, length: strokes.length * WORDS.stroke }
    const out = { at: block.at + given.length * 4, length: most * WORDS.job }
    const words = memory.i32(given)
    strokes.forEach((stroke, i) => {
      const of = [stroke.layer ?? 0, numbered(looks, own(stroke)), stroke.lane ? 1 : 0, stroke.dries ? 1 : 0]
      words.set(of, i * WORDS.stroke)
    })
    const count = this.module.call(
      "order_ink",
      ...[{ at: given.at, length: strokes.length }, laid, { at: out.at, length: most }],
    )
    const brushes = [...looks.keys()]
    const numbers = memory.i32(out)
    const jobs = Array.from({ length: count }, (_, i): Job<T> => {
      const [what, number, which, look] = numbers.subarray(i * WORDS.job)
      const stroke = strokes[number!]!
      return { stroke, which: which!, dries: what === DRY, brush: inkedBy(stroke, brushes[look!]!) }
    })
    memory.giveBack(block)
    return jobs
  }

  /** Colours 0xRRGGBB of the paper that is seen and of the ink on it. */
  seen(ink: number, ground: number, swapped: boolean): { ground: number; ink: number } {
    this.module.call("swap_inks", ink, ground, swapped ? 1 : 0, this.colours)
    const [seen, inked] = new Uint32Array(this.module.memory.memory.buffer, this.colours.at, 2)
    return { ground: seen!, ink: inked! }
  }
}

function numbered(looks: Map<BrushDocument, number>, brush?: BrushDocument): number {
  if (!brush) return -1
  const there = looks.get(brush) ?? looks.size
  looks.set(brush, there)
  return there
}
