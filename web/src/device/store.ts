// The device's store: what is an account's own lies here, and every place reads from here.
import type { BrushDocument } from "@/documents/brush"
import type { Makes, Recipe, Step } from "@/documents/recipe"
import { inkedKey, type Look, type SheetDocument, type SheetStroke } from "@/documents/sheet"
import type { Stroke } from "@/documents/stroke"
import type { Maker } from "@/documents/maker"
import type { Tint } from "@/documents/tints"
import Dexie, { type DBCore, type EntityTable, type Table } from "dexie"

/** A stroke of one's own: loose on the sheet of a brush, or in a lane. */
export interface StoredStroke extends Stroke {
  id: string
  /** The brush on whose bench it was drawn, where that is known. */
  brush?: string | null
  over?: string
  /** Its place in the order, ms: never before what was drawn before it, whatever the clock says. */
  drawnAt: number
  lane: string | null
}

/** A stroke by itself, wherever it lies. */
export function strokeAlone(stored: StoredStroke): Omit<StoredStroke, "lane"> {
  const stroke: Partial<StoredStroke> = { ...stored }
  delete stroke.lane
  return stroke as Omit<StoredStroke, "lane">
}

export interface StoredLane {
  id: string
  name: string
  set: string
  hidden: boolean
  /** Its place among all lanes. */
  position: number
}

export interface StoredRoll {
  id: string
  name: string
  note: string
  tint: Tint
  /** Its place among the rolls: a key between keys. */
  place: string
}

/** A state of a brush that the server keeps. */
export interface KeptBrush {
  /** Whose it was, where it came from elsewhere. */
  maker?: Maker | null
  roll: string
  name: string
  note: string
  document: BrushDocument
  /** Its place among the brushes of its roll: a key between keys. */
  place: string
  favourite: boolean
  /** When it was last on the bench, ms since 1970; 0 where it never was. */
  usedAt: number
  /** Digest of the person's own picture of it, instead of its tip's print. */
  cover: string | null
  revision: number
  /** When it was kept, ms since 1970. */
  keptAt: number
}

export interface StoredBrush extends KeptBrush {
  id: string
  /** What another device made of it meanwhile: both stay until the person has chosen. */
  theirs?: KeptBrush
  /** It was taken out of its pocket elsewhere while changes of this device waited. */
  gone?: boolean
}

/** What a checkpoint was made for. */
export type Why = "hand" | "visit" | "change" | "elsewhere" | "first"

/** A kept state of a brush, to return to or compare with. */
export interface StoredCheckpoint {
  id: string
  brush: string
  label: string
  why: Why
  document: BrushDocument
  /** When it was made, ms since 1970. */
  madeAt: number
}

/** A state of a source that the server keeps. */
export interface KeptSource {
  name: string
  note: string
  makes: Makes
  recipe: Recipe
  /** Digest of what the recipe came to, when it was last made. */
  picture: string
  /** Digests of the file that it began with, and of its pixels as they are worked on; none where it is all made here. */
  original: string | null
  working: string | null
  revision: number
  /** When it was kept, ms since 1970. */
  keptAt: number
}

export interface StoredSource extends KeptSource {
  id: string
  /** As with a brush. */
  theirs?: KeptSource
  gone?: boolean
}

/** A sheet; its strokes are rows of their own. */
export interface StoredSheet {
  id: string
  name: string
  note: string
  document: SheetDocument
  /** When it was last opened, ms since 1970. */
  usedAt: number
}

/** A stroke of a sheet, with a key of how it is inked: by that other tabs see what changed without reading samples. */
export type StoredSheetStroke = SheetStroke & { inked: string }

export const storedStroke = (stroke: SheetStroke): StoredSheetStroke => ({
  ...stroke,
  inked: inkedKey(stroke),
})

/** What a sheet looked like when it was seen last on this device: shown until its strokes are inked. */
export interface StoredView {
  id: string
  picture: Blob
  /** How many strokes it had then. */
  strokes: number
}

/** Steps of a recipe, kept to be used on other pictures. */
export interface StoredRecipe {
  id: string
  name: string
  steps: Step[]
}

/** A picture on this device, named by the SHA-256 of its bytes. */
export interface StoredPicture {
  digest: string
  bytes: Uint8Array<ArrayBuffer>
  /** When it came here, ms since 1970. */
  at: number
  /** 1 where the server has not had it from here. */
  waits: 0 | 1
}

/** A step of a thing's history, to be taken back. It stays on this device. */
export interface StoredStep {
  id: string
  thing: string
  /** Its place among the steps of the thing. */
  place: number
  /** When it was done, ms since 1970. */
  at: number
  /** It was taken back, and can be done again. */
  undone: boolean
  change: unknown
}

/** What a person did, as it waits for the server. */
export interface Act {
  /** The store's own counter: acts are carried in its order. */
  seq: number
  id: string
  account: number
  kind: string
  /** What it changes. */
  thing: string
  /** Revision of the state that it was made from; 0 where that does not matter. */
  base: number
  body: Record<string, unknown>
  /** When it was done, by the device's clock; told to people, and to nobody else. */
  at: number
  /** The server failed over it: not before this moment again. What concerns other things goes on. */
  restsUntil?: number
  /** How often the server failed over it. */
  tries?: number
  /** It was sent, whatever came of it: another state of its thing is an act of its own. */
  sent?: boolean
}

/** An act that was refused for good, held until the person lets go of it. */
export interface StuckAct extends Omit<Act, "seq"> {
  detail: string
}

export interface Mark {
  key: string
  value: unknown
}

/** Kind of act that keeps a state of a document -> the table where that lies. */
export const DOCUMENTS = { keepBrush: "brushes", keepSource: "sources" } as const

/** Name of the database that holds an account's store. */
export const nameOf = (account: number): string => `hollowmist-${account}`

/** A newer version of the application took the store over. */
export class OutdatedError extends Error {}

export class Store extends Dexie {
  strokes!: EntityTable<StoredStroke, "id">
  lanes!: EntityTable<StoredLane, "id">
  rolls!: EntityTable<StoredRoll, "id">
  brushes!: EntityTable<StoredBrush, "id">
  checkpoints!: EntityTable<StoredCheckpoint, "id">
  sources!: EntityTable<StoredSource, "id">
  recipes!: EntityTable<StoredRecipe, "id">
  sheets!: EntityTable<StoredSheet, "id">
  looks!: EntityTable<Look, "id">
  sheetStrokes!: EntityTable<StoredSheetStroke, "id">
  views!: EntityTable<StoredView, "id">
  pictures!: EntityTable<StoredPicture, "digest">
  steps!: EntityTable<StoredStep, "id">
  acts!: Table<Act, number, Omit<Act, "seq">>
  stuck!: EntityTable<StuckAct, "id">
  marks!: EntityTable<Mark, "key">

  constructor(
    readonly account: number,
    private readonly failed: (error: Error) => void = console.error,
  ) {
    // What is kept outlives a battery that dies: not only the browser.
    super(nameOf(account), { chromeTransactionDurability: "strict" })
    this.version(1).stores({
      strokes: "id, brush, lane",
      lanes: "id",
      acts: "++seq, thing",
      stuck: "id",
      marks: "key",
    })
    // A newer version of the application, in another tab, must not be held up by this one.
    this.use({ stack: "dbcore", name: "under way", create: (core) => this.watchOver(core) })
    this.on("versionchange", () => {
      this.close()
      this.failed(new OutdatedError())
    })
    this.version(2).stores({ rolls: "id", brushes: "id, roll", sources: "id" })
    // Sources are told with what they began with now, and recipes are told at all: everything is asked for anew.
    this.version(3)
      .stores({ recipes: "id", pictures: "digest, waits", steps: "id, thing, at" })
      .upgrade((tx) => tx.table("marks").delete("since"))
    this.version(4)
      .stores({ checkpoints: "id, brush" })
      .upgrade(async (tx) => {
        await tx.table("rolls").toCollection().modify({ note: "", tint: "" })
        await tx.table("brushes").toCollection().modify({ favourite: false, usedAt: 0, cover: null })
      })
    this.version(5).stores({
      sheets: "id",
      looks: "id, brush",
      sheetStrokes: "id, sheet, [sheet+inked]",
      views: "id",
    })
  }

  /** Transactions of this page that may hold up other pages. */
  private readonly underWay = new Set<IDBTransaction>()

  private watchOver(core: DBCore): DBCore {
    return {
      ...core,
      transaction: (...given) => {
        const made = core.transaction(...given)
        const native = made as IDBTransaction
        this.underWay.add(native)
        for (const end of ["complete", "abort"]) {
          native.addEventListener(end, () => this.underWay.delete(native))
        }
        return made
      },
    }
  }

  /**
   * Let go of everything at once, as the browser puts the page to sleep. A transaction in the midst of it would sleep
   * along, and no other page could write before it woke: it is undone whole.
   */
  letGo(): void {
    for (const one of [...this.underWay]) {
      try {
        one.abort()
      } catch {
        // It was just being completed.
      }
    }
    this.close()
  }

  /** Acts of this tab that are being written: until they are, the screen is ahead of the store. */
  private writing = 0
  /** How many acts of this tab were begun to be written. */
  begun = 0
  private readonly readers = new Set<() => void>()

  get rests(): boolean {
    return this.writing === 0
  }

  /** Call `read` whenever all acts of this tab have been written. Returns how to end that. */
  onRest(read: () => void): () => void {
    this.readers.add(read)
    return () => this.readers.delete(read)
  }

  /** Write what was shown already. Where that fails, the screen goes back to what the store has, and it is told. */
  async write(act: Promise<void>): Promise<void> {
    this.writing++
    this.begun++
    try {
      await act
    } catch (error) {
      if (this.isOpen()) this.failed(error as Error)
    } finally {
      this.writing--
      if (this.rests) this.readers.forEach((read) => read())
    }
  }

  async mark<T>(key: string, otherwise: T): Promise<T> {
    return ((await this.marks.get(key))?.value as T | undefined) ?? otherwise
  }

  async setMark(key: string, value: unknown): Promise<void> {
    await this.marks.put({ key, value })
  }
}
