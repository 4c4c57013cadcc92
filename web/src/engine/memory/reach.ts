// How far what brushes ink hangs on what lies about it, and the scratch space they need: asked of the core once a brush.
import type { BrushDocument } from "@/documents/brush"
import { writeBrush } from "./brush"
import type { Images } from "./images"
import type { Vector } from "./memory"
import type { Module } from "./module"
import { bytesOf } from "./records"

export interface Reach {
  /** So many sheet px around a part are inked, for it to be as on the whole. */
  halo: number
  /** Whether its strokes change, or go by, ink that lies wet beneath them. */
  mixes: boolean
}

export class Reaches {
  private record: Vector
  private known = new WeakMap<BrushDocument, Reach>()

  constructor(
    private module: Module,
    private images: Images,
  ) {
    this.record = module.memory.take(1, bytesOf("brush"))
  }

  of(brush: BrushDocument): Reach {
    const there = this.known.get(brush)
    if (there) return there
    const { memory, call } = this.module
    writeBrush(memory, this.record.at, brush, this.images)
    call("prepare", this.record)
    const reach = { halo: call("ink_halo", this.record), mixes: call("ink_mixes", this.record) === 1 }
    this.known.set(brush, reach)
    return reach
  }

  /** What is inked around a sheet at a scale, and not shown, for it to be as if all were inked, device px. */
  margin(brushes: readonly BrushDocument[], scale: number): number {
    return this.module.call("ink_margin", this.halo(brushes), scale)
  }

  /** The widest halo of brushes, sheet px. */
  halo(brushes: readonly BrushDocument[]): number {
    return Math.max(0, ...brushes.map((one) => this.of(one).halo))
  }
}
