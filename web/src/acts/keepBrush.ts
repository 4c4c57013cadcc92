// Keep a state of a brush; make a new one; and choose between two states, where another device made one too.
import { newId } from "@/documents/ids"
import { byPlace, placeAfter } from "@/documents/places"
import { note, noteBrush } from "@/device/note"
import type { KeptBrush, Store, StoredBrush } from "@/device/store"

const MOST_NAME = 80

const within = <T>(store: Store, act: () => Promise<T>): Promise<T> =>
  store.transaction("rw", store.brushes, store.acts, act)

/** Keep a state. Where it waits for a choice, that is what is carried. */
export function keepBrush(store: Store, brush: StoredBrush): Promise<void> {
  return within(store, async () => {
    await store.brushes.put(brush)
    if (!brush.theirs && !brush.gone) await noteBrush(store, brush.id, brush, brush.revision)
  })
}

/** Change parts of a brush, as it now stands. */
export function changeBrush(store: Store, id: string, parts: Partial<KeptBrush>): Promise<void> {
  return within(store, async () => {
    const brush = await store.brushes.get(id)
    if (brush) await keepBrush(store, { ...brush, ...parts })
  })
}

export interface NewBrush {
  roll: string
  name: string
  note?: string
  document: StoredBrush["document"]
  /** The brush in the pocket before it; without one it comes last. */
  after?: string
}

/** Put a new brush into a roll; returns its id. */
export function makeBrush(store: Store, made: NewBrush): Promise<string> {
  return within(store, async () => {
    const others = (await store.brushes.where("roll").equals(made.roll).toArray()).sort(byPlace)
    const place = placeAfter(others, made.after)
    const { roll, name, note: words = "", document } = made
    const id = newId()
    const brush = { id, roll, name: name.slice(0, MOST_NAME), note: words, document, place }
    const kept = { ...brush, revision: 0, keptAt: Date.now() }
    await store.brushes.put(kept)
    await noteBrush(store, id, kept, 0)
    return id
  })
}

/** Let this device's state stand over the other's. */
export function keepMine(store: Store, id: string): Promise<void> {
  return within(store, async () => {
    const brush = await store.brushes.get(id)
    if (brush?.theirs) await keepOver(store, brush, brush.theirs.revision)
  })
}

async function keepOver(store: Store, brush: StoredBrush, base: number): Promise<void> {
  const mine: StoredBrush = { ...brush, revision: base }
  delete mine.theirs
  delete mine.gone
  await store.brushes.put(mine)
  await noteBrush(store, brush.id, mine, base)
}

/** Let the other device's state stand; returns it. */
export function takeTheirs(store: Store, id: string): Promise<KeptBrush | undefined> {
  return within(store, async () => {
    const theirs = (await store.brushes.get(id))?.theirs
    if (theirs) await store.brushes.put({ ...theirs, id })
    return theirs
  })
}

/** Let both stand: this device's becomes a brush of its own, in the next pocket; returns its id. */
export function keepBoth(store: Store, id: string): Promise<string | undefined> {
  return within(store, async () => {
    const mine = await store.brushes.get(id)
    if (!mine?.theirs) return undefined
    await takeTheirs(store, id)
    const suffix = " (this device)"
    const name = `${mine.name.slice(0, MOST_NAME - suffix.length)}${suffix}`
    return makeBrush(store, { ...mine, roll: mine.theirs.roll, name, after: id })
  })
}

/** It was taken out of its pocket elsewhere: put it back as this device has it. */
export function keepAlive(store: Store, brush: StoredBrush): Promise<void> {
  return within(store, async () => {
    await note(store, "putBrushBack", brush.id)
    await keepOver(store, brush, brush.revision)
  })
}
