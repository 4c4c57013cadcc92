// Keep a state of a brush; make a new one; and choose between two states, where another device made one too.
import { t } from "@/words"
import { NO_MARKS, noteBrush, noteMarks, type StoredBrush } from "@/device/tables/brushes"
import { newId } from "@/documents/ids"
import { byPlace, placeAfter } from "@/documents/places"
import type { Store } from "@/device/store"
import type { Maker } from "@/documents/maker"
import { keepCheckpoint } from "./keepCheckpoint"
import { documentActs } from "./keepDocument"

const MOST_NAME = 80

const brushes = documentActs<StoredBrush>({ table: (store) => store.brushes, note: noteBrush })
export const { keep: keepBrush, change: changeBrush } = brushes
const { within } = brushes

/** A choice between two states: whichever stands, both stay as checkpoints. */
function choosing<T>(store: Store, id: string, choose: () => Promise<T>): Promise<T> {
  return store.doing([store.brushes, store.checkpoints], async () => {
    const mine = await store.brushes.get(id)
    if (mine?.theirs) {
      const { document, theirs } = mine
      await keepCheckpoint(store, { brush: id, why: "elsewhere", document: theirs.document })
      await keepCheckpoint(store, {
        brush: id,
        why: "elsewhere",
        label: t("acts.from-this-device"),
        document,
      })
    }
    return choose()
  })
}

/** Let this device's state stand over the other's. */
export const keepMine = (store: Store, id: string) => choosing(store, id, () => brushes.keepMine(store, id))

/** Let the other device's state stand; returns it. */
export const takeTheirs = (store: Store, id: string) =>
  choosing(store, id, () => brushes.takeTheirs(store, id))

export interface NewBrush {
  roll: string
  name: string
  note?: string
  document: StoredBrush["document"]
  cover?: string | null
  maker?: Maker | null
  /** The brush in the pocket before it; without one it comes last. */
  after?: string
}

/** Put a new brush into a roll; returns its id. */
export function makeBrush(store: Store, made: NewBrush): Promise<string> {
  return within(store, async () => {
    const others = (await store.brushes.where("roll").equals(made.roll).toArray()).sort(byPlace)
    const place = placeAfter(others, made.after)
    const { roll, name, note: words = "", document, cover = null, maker = null } = made
    const id = newId()
    const brush = { id, roll, name: name.slice(0, MOST_NAME), note: words, document, place }
    const kept = { ...brush, ...NO_MARKS, cover, maker, revision: 0, keptAt: Date.now() }
    await store.brushes.put(kept)
    await noteBrush(store, id, kept, 0)
    if (cover) await noteMarks(store, id, { cover })
    return id
  })
}

/** Let both stand: this device's becomes a brush of its own, in the next pocket; returns its id. */
export function keepBoth(store: Store, id: string): Promise<string | undefined> {
  return choosing(store, id, async () => {
    const mine = await store.brushes.get(id)
    if (!mine?.theirs) return undefined
    await brushes.takeTheirs(store, id)
    const suffix = t("acts.this-device")
    const name = `${mine.name.slice(0, MOST_NAME - suffix.length)}${suffix}`
    return makeBrush(store, { ...mine, roll: mine.theirs.roll, name, after: id })
  })
}
