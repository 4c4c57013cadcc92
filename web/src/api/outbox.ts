// What could not be sent yet waits here, on the device, and outlives a closed page.
import { openDB, type DBSchema, type IDBPDatabase } from "idb"
import type { BrushDocument } from "@/engine/brush"
import type { Kind } from "@/engine/sheet"

export interface WaitingBrush {
  id: string
  account: string
  /** The kept state that this one was made from. */
  revision: number
  name: string
  note: string
  document: BrushDocument
}

export interface WaitingStroke {
  id: string
  account: string
  /** Order of the acts: what waits is sent oldest first. */
  at: number
  act: "keep" | "delete"
  kind: Kind
  erase: boolean
  samples: Float32Array<ArrayBuffer>
  drawnAt: number
}

interface Schema extends DBSchema {
  brushes: { key: string; value: WaitingBrush }
  strokes: { key: string; value: WaitingStroke }
}

let opened: Promise<IDBPDatabase<Schema>> | undefined

export function outbox(): Promise<IDBPDatabase<Schema>> {
  opened ??= openDB<Schema>("hollowmist", 1, {
    upgrade(db) {
      db.createObjectStore("brushes", { keyPath: "id" })
      db.createObjectStore("strokes", { keyPath: "id" })
    },
  })
  return opened
}
