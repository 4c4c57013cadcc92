// What could not be sent yet waits here, on the device, and outlives a closed page.
import type { BrushDocument } from "@/documents/brush"
import { type Stroke, newSeed, samplesFrom } from "@/documents/stroke"
import { openDB, type DBSchema, type IDBPDatabase } from "idb"
import type { Makes, Recipe } from "@/documents/recipe"

export interface WaitingBrush {
  id: string
  account: string
  /** The kept state that this one was made from. */
  revision: number
  name: string
  note: string
  document: BrushDocument
}

/** A stroke as it lies on the device. */
export interface StoredStroke extends Stroke {
  id: string
  /** The brush on whose bench it was drawn, where that is known. */
  brush?: string | null
  over?: string
}

export interface WaitingStroke extends StoredStroke {
  account: string
  /** Order of the acts: what waits is sent oldest first. */
  at: number
  act: "keep" | "delete"
  drawnAt: number
}

export interface WaitingLane {
  id: string
  account: string
  at: number
  /** "apart" is the undo of recording: its strokes lie loose again. */
  act: "keep" | "delete" | "apart"
  name: string
  set: string
  hidden: boolean
  /** Its place among all lanes. */
  position: number
  strokes: StoredStroke[]
}

export interface WaitingSource {
  id: string
  account: string
  /** The kept state that this one was made from. */
  revision: number
  name: string
  note: string
  makes: Makes
  recipe: Recipe
}

interface Schema extends DBSchema {
  brushes: { key: string; value: WaitingBrush }
  strokes: { key: string; value: WaitingStroke }
  lanes: { key: string; value: WaitingLane }
  sources: { key: string; value: WaitingSource }
}

let opened: Promise<IDBPDatabase<Schema>> | undefined

const FLOATS_BEFORE = 6

function widened(before: Float32Array<ArrayBuffer>): Float32Array<ArrayBuffer> {
  const rows = before.length / FLOATS_BEFORE
  return samplesFrom(
    Array.from({ length: rows }, (_, i) => [...before.subarray(i * FLOATS_BEFORE, (i + 1) * FLOATS_BEFORE)]),
  )
}

export function outbox(): Promise<IDBPDatabase<Schema>> {
  opened ??= openDB<Schema>("hollowmist", 5, {
    async upgrade(db, from, _to, acts) {
      if (from < 1) {
        db.createObjectStore("brushes", { keyPath: "id" })
        db.createObjectStore("strokes", { keyPath: "id" })
      }
      if (from < 2) db.createObjectStore("sources", { keyPath: "id" })
      if (from < 4) db.createObjectStore("lanes", { keyPath: "id" })
      if (from === 1 || from === 2) {
        // Samples had no twist before: strokes that still wait get one of zero.
        const strokes = acts.objectStore("strokes")
        for (const one of await strokes.getAll()) await strokes.put({ ...one, samples: widened(one.samples) })
      }
      if (from > 0 && from < 5) {
        // Strokes had no seed before: those that still wait get one.
        const strokes = acts.objectStore("strokes")
        for (const one of await strokes.getAll()) await strokes.put({ ...one, seed: newSeed() })
      }
    },
  })
  return opened
}
