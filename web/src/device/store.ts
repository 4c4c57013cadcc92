// The device's store: what is an account's own lies here, and every place reads from here.
import Dexie, { type DBCore, type EntityTable, type Table } from "dexie"
import type { Look } from "@/documents/sheet"
import { handsFree, whenHandsFree } from "./inHand"
import { KINDS, neededBy } from "./tables"
import type { StoredBrush } from "./tables/brushes"
import type { StoredCheckpoint } from "./tables/checkpoints"
import { changedBy, digestsIn } from "./tables/kind"
import type { StoredLane } from "./tables/lanes"
import type { StoredRecipe } from "./tables/recipes"
import type { StoredRoll } from "./tables/rolls"
import type { StoredSheet } from "./tables/sheets"
import type { StoredSheetStroke } from "./tables/sheetStrokes"
import type { StoredSource } from "./tables/sources"
import type { StoredStroke } from "./tables/strokes"

/** What a sheet looked like when it was seen last on this device: shown until its strokes are inked. */
export interface StoredView {
  id: string
  picture: Blob
  /** How many strokes it had then. */
  strokes: number
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

/** What a person did, as it waits for the server: all but its body, so that it is found without reading that. */
export interface Noted extends Omit<Act, "body"> {
  /** All that it changes, what must be there before it can be done, and the pictures that go ahead of it. */
  changes: string[]
  needs: string[]
  pictures: string[]
}

/** What a person did. */
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
  /** What was taken away elsewhere, so that this could not be done: it is done once that is put back. */
  lost?: string[]
  /** Its place among the acts that were held. */
  order?: number
}

export interface Mark {
  key: string
  value: unknown
}

/** Name of the database that holds an account's store. */
export const nameOf = (account: number): string => `hollowmist-${account}`

/** Another page took the store over: a newer version of the application, or one that deleted it in signing out. */
export class TakenOverError extends Error {
  constructor(readonly by: "renewal" | "signing out") {
    super(`taken over by ${by}`)
  }
}

/** What is heard of a store. */
export interface StoreEvents {
  /** Something could not be written, or the store is not to be had; `again` where it is tried again by itself. */
  failed?: (error: Error, again: boolean) => void
  wrote?: () => void
  /** Whether another page holds it in an older form, which this one waits for. */
  heldUp?: (is: boolean) => void
}

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
  acts!: Table<Noted, number, Omit<Noted, "seq">>
  bodies!: Table<{ seq: number; body: Act["body"] }, number>
  stuck!: EntityTable<StuckAct, "id">
  marks!: EntityTable<Mark, "key">

  constructor(
    readonly account: number,
    private readonly hears: StoreEvents = { failed: console.error },
  ) {
    // What is kept outlives a battery that dies: not only the browser.
    // Nor is it opened by itself: a store that was closed for good would come back, in a newer form or as an empty one.
    super(nameOf(account), { chromeTransactionDurability: "strict", autoOpen: false })
    this.version(1).stores({
      strokes: "id, brush, lane",
      lanes: "id",
      acts: "++seq, thing",
      stuck: "id",
      marks: "key",
    })
    this.use({ stack: "dbcore", name: "under way", create: (core) => this.watchOver(core) })
    this.on("versionchange", ({ newVersion }) => {
      void this.giveUp(newVersion ? "renewal" : "signing out")
      return false
    })
    this.on("blocked", () => this.hears.heldUp?.(true))
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
    // Sheets have revisions now: what this device has is asked for anew, and everything that waits goes first.
    this.version(6)
      .stores({
        ...Object.fromEntries(KINDS.map(({ table, keys }) => [table, keys])),
        acts: "++seq, thing, restsUntil, *changes",
        bodies: "seq",
      })
      .upgrade(async (tx) => {
        for (const { body, ...act } of (await tx.table("acts").toArray()) as Act[]) {
          await tx.table("acts").put({ ...act, ...this.readable({ ...act, body }) })
          await tx.table("bodies").put({ seq: act.seq, body })
        }
        await tx.table("sheets").toCollection().modify({ revision: 1, keptAt: 0 })
        await tx.table("marks").delete("since")
      })
    // A stroke whose brush nobody knows is found by an index too.
    this.version(7)
      .stores({})
      .upgrade((tx) =>
        tx
          .table("strokes")
          .filter((one: { brush?: string | null }) => !one.brush)
          .modify({ brush: "" }),
      )
    this.open()
      .catch((error: Error) =>
        this.fails(error.name === "VersionError" ? new TakenOverError("renewal") : error),
      )
      .finally(() => this.hears.heldUp?.(false))
  }

  /**
   * Another page wants the store. Closed for good: whatever this page still does must neither go into the newer store
   * nor bring a deleted one back. What is in hand is ended first; the newer page waits for it, and says so.
   */
  private async giveUp(by: TakenOverError["by"]): Promise<void> {
    while (by === "renewal" && !(handsFree() && this.rests)) {
      await whenHandsFree()
      if (!this.rests) await this.untilRest()
    }
    this.close()
    this.fails(new TakenOverError(by))
  }

  private fails(error: Error, again = false): void {
    this.hears.failed?.(error, again)
  }

  /** Where acts are noted. */
  get noted(): Table[] {
    return [this.acts, this.bodies]
  }

  /** What must be known of an act to find it, without its body. */
  readable(act: Pick<Act, "kind" | "thing" | "body">): Pick<Noted, "changes" | "needs" | "pictures"> {
    return { changes: [...new Set(changedBy(act))], needs: neededBy(act), pictures: digestsIn(act.body) }
  }

  /** Change tables and note acts, all of it or nothing. */
  doing<T>(tables: Table[], act: () => Promise<T>): Promise<T> {
    return this.transaction("rw", [...tables, ...this.noted], act)
  }

  /** Acts with their bodies, in the order given. */
  async whole(acts: Noted[]): Promise<Act[]> {
    const bodies = await this.bodies.bulkGet(acts.map(({ seq }) => seq))
    return acts.map((act, i) => ({ ...act, body: bodies[i]?.body ?? {} }))
  }

  /** Let go of acts, by their numbers; within a transaction. */
  async dropActs(seqs: number[]): Promise<void> {
    await this.acts.bulkDelete(seqs)
    await this.bodies.bulkDelete(seqs)
  }

  /** All tables that hold things, what waits, and what is known of the server: what changes them all spans these. */
  get held(): Table[] {
    return [
      ...KINDS.map(({ table }) => this.table(table)),
      this.pictures,
      ...this.noted,
      this.stuck,
      this.marks,
    ]
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
  /** Whether one of them failed: the screen is to go back to what the store has. */
  private failed = false
  private readonly readers = new Set<(failed: boolean) => void>()

  get rests(): boolean {
    return this.writing === 0
  }

  /** Call `read` whenever all acts of this tab have been written, or could not be. Returns how to end that. */
  onRest(read: (failed: boolean) => void): () => void {
    this.readers.add(read)
    return () => this.readers.delete(read)
  }

  /** Until all acts of this tab that are being written have been. */
  private untilRest(): Promise<void> {
    return new Promise((go) => {
      const end = this.onRest(() => {
        end()
        go()
      })
    })
  }

  /**
   * Write what was shown already. Where that fails it is told; the screen goes back to what the store has, unless it is
   * tried `again`. Returns whether it was written.
   */
  async write(act: Promise<void>, again = false): Promise<boolean> {
    this.writing++
    this.begun++
    try {
      await act
      this.hears.wrote?.()
      return true
    } catch (error) {
      this.failed = true
      if (this.isOpen()) this.fails(error as Error, again)
      return false
    } finally {
      this.writing--
      if (this.rests) {
        const { failed } = this
        this.failed = false
        this.readers.forEach((read) => read(failed))
      }
    }
  }

  /** What comes from elsewhere was written; or could not be, and comes again by itself. */
  tookIn(error?: Error): void {
    if (!error) this.hears.wrote?.()
    else if (this.isOpen()) this.fails(error, true)
  }

  async mark<T>(key: string, otherwise: T): Promise<T> {
    return ((await this.marks.get(key))?.value as T | undefined) ?? otherwise
  }

  async setMark(key: string, value: unknown): Promise<void> {
    await this.marks.put({ key, value })
  }
}
