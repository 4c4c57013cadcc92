// The readings of a brush: the core measures them a little at a time, so that the pen never waits.
import type { BrushDocument } from "@/documents/brush"
import { FLOATS, type Stroke, samplesFrom } from "@/documents/stroke"
import { COST_LENGTH, FIRST_CAUSE_STEP, PROBE_SIDE, PROBE_WORK, RECORDS } from "@/generated/layout"
import type { Images } from "../memory/images"
import type { Vector } from "../memory/memory"
import type { Module } from "../memory/module"
import { bytesOf, readField } from "../memory/records"
import { Sheet } from "../easel/sheet"
import type { Slots, Workspace } from "../easel/workspace"

type Field = keyof typeof RECORDS.readings.fields

/** The record `readings`, field by field, and what the ink costs. */
export type Readings = Record<Field, number[]> & {
  /** Time to ink 1000 px of stroke, ms. */
  cost: number
  /** Time that the measuring itself took, ms. */
  took: number
  /** Whether it is also known what varies the line; that takes longest, and comes last. */
  whole: boolean
}

/** Figures of one way of steadying. */
export interface Steadied {
  wobble: number
  lagPx: number
  lagMs: number
  rounding: number
}

const MOST_SAMPLES = 4096
const COST_ROUNDS = 3
/** A stroke that takes longer than this, ms, is timed once. */
const COST_SURE = 8

const costStroke: Stroke = {
  kind: "pen",
  seed: 1,
  erase: false,
  samples: samplesFrom(
    Array.from({ length: 251 }, (_, i) => [
      500 + (i * COST_LENGTH) / 250,
      PROBE_SIDE / 2,
      i * 8,
      0.6,
      Math.PI / 2,
      0,
    ]),
  ),
}

export class ReadingsTaker {
  private sheet: Sheet
  private record: Vector
  private scratch: Vector
  private whole: Vector
  private work: Vector
  private ends: Vector
  private given: [Vector, Vector]
  private counts: [number, number] = [0, 0]
  private step = -1
  private took = 0
  private reported = false
  private cost = 0

  constructor(
    private module: Module,
    private slots: Slots,
    private space: Workspace,
    private images: Images,
  ) {
    const { memory } = module
    this.sheet = new Sheet(module, slots, space, PROBE_SIDE, PROBE_SIDE)
    this.record = memory.take(1, bytesOf("readings"))
    this.scratch = memory.take(1, bytesOf("brush"))
    this.whole = memory.take(1, bytesOf("brush"))
    this.work = memory.take(PROBE_WORK, 4)
    this.ends = memory.take(MOST_SAMPLES, bytesOf("point"))
    this.given = [memory.take(MOST_SAMPLES, bytesOf("sample")), memory.take(MOST_SAMPLES, bytesOf("sample"))]
  }

  /** The recorded strokes on which the steadying is read: a shaky one, and one with corners. */
  setStrokes(shaky: Stroke, cornered: Stroke): void {
    ;[shaky, cornered].forEach(({ samples }, i) => {
      const count = Math.min(MOST_SAMPLES, samples.length / FLOATS)
      this.counts[i] = count
      this.module.memory
        .f32({ at: this.given[i]!.at, length: count * FLOATS })
        .set(samples.subarray(0, count * FLOATS))
    })
  }

  /** Begin to measure a brush; what was under way is dropped. */
  begin(brush: BrushDocument): void {
    this.sheet.setBrush(brush)
    this.step = 0
    this.took = 0
    this.reported = false
  }

  get busy(): boolean {
    return this.step >= 0
  }

  stop(): void {
    this.step = -1
  }

  /** Measure a little more. Returns the readings when all but the causes are known, and when they are whole. */
  advance(): Readings | undefined {
    if (this.step < 0) return undefined
    const start = performance.now()
    const { recent, even, path, stamps, samples } = this.space
    if (this.slots.count < 512) this.slots.grow(512)
    const { cells } = this.module.memory
    this.step = this.module.call(
      "read_brush",
      ...[this.record, this.sheet.brush, this.scratch, this.whole, this.sheet.state],
      ...[recent, even, path, stamps, this.sheet.maps, this.slots.free, cells],
      ...[this.images.records, cells, samples, this.work, this.step],
    )
    // Everything but the causes is known: it is told at once.
    const first = !this.reported && (this.step < 0 || this.step >= FIRST_CAUSE_STEP)
    if (first) {
      this.reported = true
      this.readSteadying()
      this.cost = this.timeInking()
    }
    this.took += performance.now() - start
    if (!first && this.step >= 0) return undefined
    return { ...this.read(), cost: this.cost, took: this.took, whole: this.step < 0 }
  }

  /** The steadying's figures of a brush, apart from all other readings. */
  steadied(brush: BrushDocument): Steadied {
    this.stop()
    this.sheet.setBrush(brush)
    this.readSteadying()
    const of = (name: Field) => readField(this.module.memory, "readings", this.record.at, name)
    return { wobble: of("wobble"), lagPx: of("lag_px"), lagMs: of("lag_ms"), rounding: of("rounding") }
  }

  private readSteadying(): void {
    const { recent, even, path } = this.space
    this.module.call(
      "read_steadying",
      ...[this.record, this.sheet.state, this.sheet.brush, recent, even, path],
      ...[this.given[0], this.counts[0], this.given[1], this.counts[1], this.ends, this.work],
    )
  }

  private timeInking(): number {
    let best = Infinity
    for (let i = 0; i < COST_ROUNDS; i++) {
      const start = performance.now()
      this.sheet.ink(costStroke)
      best = Math.min(best, performance.now() - start)
      this.sheet.clear()
      // A slow brush is told from a moment's noise at once.
      if (best > COST_SURE) break
    }
    return best
  }

  private read(): Record<Field, number[]> {
    const { memory } = this.module
    const out = {} as Record<Field, number[]>
    for (const name of Object.keys(RECORDS.readings.fields) as Field[]) {
      const { count } = RECORDS.readings.fields[name]
      out[name] = Array.from({ length: count }, (_, i) =>
        readField(memory, "readings", this.record.at, name, i),
      )
    }
    return out
  }
}
