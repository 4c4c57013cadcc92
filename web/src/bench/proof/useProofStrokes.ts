// The strokes of one's own that lie loose on a brush's proof sheet.
import { strokeAlone, type StoredStroke } from "@/device/tables/strokes"
import type { KeptStroke } from "@/documents/stroke"
import { shallowRef } from "vue"
import { keepStroke } from "@/acts/keepStroke"
import { putStrokesBack, takeStrokes } from "@/acts/takeStrokes"
import { type Store } from "@/device/store"
import { useChanges, type Keys } from "@/device/useLive"

/** A loose stroke, with its place in the order. */
type Loose = KeptStroke & { drawnAt: number }

const inOrder = (strokes: Loose[]) => strokes.sort((a, b) => a.drawnAt - b.drawnAt || (a.id < b.id ? -1 : 1))
const stored = (stroke: Loose): StoredStroke => ({ ...stroke, brush: stroke.brush ?? "", lane: null })

/** `changed` is called when strokes came or went on another device or in another tab. */
export function useProofStrokes(store: Store, brush: string, changed: () => void = () => {}) {
  const strokes = shallowRef<Loose[]>([])
  let last = 0

  /** What was drawn to try another brush lies on no other's sheet. */
  async function found(): Promise<Loose[]> {
    const all = await store.strokes
      .where("brush")
      .anyOf(brush, "")
      .and((one) => one.lane === null)
      .toArray()
    return inOrder(all.map(strokeAlone))
  }

  /** What lies loose now that some strokes changed. */
  async function lying(keys: Keys): Promise<Loose[]> {
    if (!keys) return found()
    const changed = new Set(keys)
    const rows = await store.strokes.bulkGet(keys)
    const loose = rows.filter((one) => one?.lane === null && [brush, ""].includes(one.brush))
    const others = strokes.value.filter(({ id }) => !changed.has(id))
    return inOrder([...others, ...loose.map((one) => strokeAlone(one!))])
  }

  function take(now: Loose[]): boolean {
    const same = now.length === strokes.value.length && now.every(({ id }, i) => id === strokes.value[i]!.id)
    if (!same) strokes.value = now
    return !same
  }

  /** Show what came or went elsewhere. */
  function follow(now: Loose[]): void {
    if (take(now)) changed()
  }

  const begin = useChanges(store, "strokes", lying, follow)

  async function open(): Promise<void> {
    take(await found())
    begin()
  }

  /** Two strokes never stand at the same time, and none before one that was drawn before it: clocks step back. */
  function placed(stroke: KeptStroke): Loose {
    last = Math.max(Date.now(), last + 1, (strokes.value.at(-1)?.drawnAt ?? 0) + 1)
    return { ...stroke, drawnAt: last }
  }

  /** Add a stroke on top; returns it with its place in the order. */
  function add(stroke: KeptStroke): KeptStroke {
    const one = placed(stroke)
    strokes.value = [...strokes.value, one]
    void store.write(keepStroke(store, stored(one)))
    return one
  }

  function remove(gone: KeptStroke[]): void {
    if (gone.length === 0) return
    leave(gone)
    void store.write(
      takeStrokes(
        store,
        gone.map((one) => one.id),
      ),
    )
  }

  /** Undo of taking strokes off: each lies where it was in the order. */
  function putBack(back: KeptStroke[]): void {
    if (back.length === 0) return
    join(back)
    const ids = new Set(back.map((one) => one.id))
    void store.write(putStrokesBack(store, strokes.value.filter((one) => ids.has(one.id)).map(stored)))
  }

  /** Strokes of a lane that was taken apart lie loose again; the lane's act says so to the store. */
  function join(back: KeptStroke[]): void {
    const placedBack = back.map((one) => ("drawnAt" in one ? (one as Loose) : placed(one)))
    strokes.value = inOrder([...strokes.value, ...placedBack])
  }

  /** Strokes that went into a lane are no longer loose; the lane's act says so to the store. */
  function leave(gone: KeptStroke[]): void {
    const ids = new Set(gone.map((one) => one.id))
    strokes.value = strokes.value.filter((one) => !ids.has(one.id))
  }

  return { strokes, open, add, remove, putBack, join, leave }
}
