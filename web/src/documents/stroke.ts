// A stroke as the hand made it, and its samples.
import { KIND, RECORDS } from "@/generated/layout"

export type Kind = keyof typeof KIND

/** A kind of pointer by the number that records have. */
export const kindNumbered = (number: number): Kind =>
  (Object.keys(KIND) as Kind[]).find((kind) => KIND[kind] === number)!
/** Floats of one sample, as the record `sample` lays them. */
export const FLOATS = RECORDS.sample.bytes / 4
/** Place of the time among them. */
export const TIME = 2

/** Samples from rows of x, y, t, pressure, altitude, azimuth and, where the pen has it, twist. */
export function samplesFrom(rows: readonly number[][]): Float32Array<ArrayBuffer> {
  const samples = new Float32Array(rows.length * FLOATS)
  rows.forEach((row, i) => samples.set(row, i * FLOATS))
  return samples
}

/** Samples that follow one another, as one. */
export function joined(parts: Float32Array<ArrayBuffer>[]): Float32Array<ArrayBuffer> {
  if (parts.length === 1) return parts[0]!
  const out = new Float32Array(parts.reduce((sum, part) => sum + part.length, 0))
  let at = 0
  for (const part of parts) {
    out.set(part, at)
    at += part.length
  }
  return out
}

/** A stroke as the hand made it. */
export interface Stroke {
  kind: Kind
  erase: boolean
  /** All its chance is drawn from it, wherever it lies and whatever the brush. */
  seed: number
  /** The layer it dries on, by its `which`; the first where none is given. */
  layer?: number
  /** Its own size, sheet px: an eraser's. Without one it is the brush's. */
  size?: number | null
  /** No stroke: here all ink that is wet dries. */
  dries?: boolean
  samples: Float32Array<ArrayBuffer>
}

/** A stroke somewhere else, by (dx, dy) sheet px. */
export function shifted<T extends Stroke>(stroke: T, dx: number, dy: number): T {
  const samples = stroke.samples.slice()
  for (let i = 0; i < samples.length; i += FLOATS) {
    samples[i]! += dx
    samples[i + 1]! += dy
  }
  return { ...stroke, samples }
}

/** What a stroke is before its first sample. */
export type Pen = Omit<Stroke, "samples">

/** A seed for a stroke that is begun. */
export const newSeed = (): number => crypto.getRandomValues(new Uint32Array(1))[0]! >>> 1

/** What the page has of a stroke that is being drawn. */
export interface Drawing<P extends Pen = Pen> {
  id: string
  pen: P
  /** When it was begun, and how many of its samples went to the worker. */
  start: number
  sent: number
  /** All samples so far, and which worker has them: one that ends takes no stroke with it. */
  parts: Float32Array<ArrayBuffer>[]
  generation: number
  /** It is not in hand any more. */
  letGo: () => void
}

/** The stroke that was drawn, from what the page has of it. */
export function drawnOf<P extends Pen>({ id, pen, parts }: Drawing<P>): P & { id: string } & Stroke {
  return { ...pen, id, samples: joined(parts) }
}

export interface KeptStroke extends Stroke {
  id: string
  /** The brush on whose bench it was drawn; none where it is from before that was kept. */
  brush?: string | null
  /** The lane over which it was begun, by its key; empty on free paper. */
  over?: string
  /** Whether it is a lane's: those are inked on every layer that shows the lanes. */
  lane?: boolean
}

export interface Rectangle {
  left: number
  top: number
  right: number
  bottom: number
}

/** Where strokes lie on the sheet; nothing where there are none. */
export function reachOf(strokes: Pick<Stroke, "samples">[]): Rectangle | undefined {
  const reach = { left: Infinity, top: Infinity, right: -Infinity, bottom: -Infinity }
  for (const { samples } of strokes) {
    for (let i = 0; i < samples.length; i += FLOATS) {
      reach.left = Math.min(reach.left, samples[i]!)
      reach.right = Math.max(reach.right, samples[i]!)
      reach.top = Math.min(reach.top, samples[i + 1]!)
      reach.bottom = Math.max(reach.bottom, samples[i + 1]!)
    }
  }
  return Number.isFinite(reach.left) ? reach : undefined
}
