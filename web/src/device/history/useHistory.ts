// Undo and redo, over settings and strokes alike: data in the store, so that they outlive a closed page.
import { computed, shallowReactive } from "vue"
import { newId } from "@/documents/ids"
import { onLeaving } from "../onLeaving"
import type { Store, StoredStep } from "../store"

/** So many steps can be taken back. */
const MOST = 300
/** Of those, so many outlive a closed page, for so long, ms. */
const MOST_KEPT = 100
const KEPT = 30 * 24 * 3600 * 1000
/** While a setting moves, its step is written this often, ms. */
const WRITTEN = 400

export interface HistoryActs<Change> {
  undo: (change: Change) => void
  redo: (change: Change) => void
}

/** `thing` is what it is the history of. */
export function useHistory<Change>(store: Store, thing: string, acts: HistoryActs<Change>) {
  type Step = StoredStep & { change: Change }
  const done = shallowReactive<Step[]>([])
  const undone = shallowReactive<Step[]>([])
  const touched = new Set<Step>()
  const gone = new Set<Step>()
  let timer = 0
  let last = 0

  /** Have what was done before the page was opened. */
  async function open(): Promise<void> {
    const kept = (await store.steps.where("thing").equals(thing).toArray()) as Step[]
    kept.sort((a, b) => a.place - b.place || (a.id < b.id ? -1 : 1))
    last = kept.at(-1)?.place ?? 0
    const old = Date.now() - KEPT
    done.unshift(...kept.filter((one) => !one.undone && one.at > old))
    undone.push(...kept.filter((one) => one.undone && one.at > old).reverse())
    await store.steps.where("at").below(old).delete()
  }

  function write(): void {
    window.clearTimeout(timer)
    timer = 0
    if ((touched.size === 0 && gone.size === 0) || !store.isOpen()) return
    const steps = [...touched].filter((one) => !gone.has(one))
    const ids = [...gone].map((one) => one.id)
    touched.clear()
    gone.clear()
    const written = store.transaction("rw", store.steps, async () => {
      await store.steps.bulkPut(steps.map((one) => ({ ...one })))
      await store.steps.bulkDelete(ids)
    })
    // What did not fit goes with the next.
    void store.write(written, true).then((kept) => kept || steps.forEach((one) => touched.add(one)))
  }

  function push(change: Change): void {
    const step: Step = { id: newId(), thing, place: ++last, at: Date.now(), undone: false, change }
    done.push(step)
    undone.splice(0).forEach((one) => gone.add(one))
    if (done.length > MOST) done.shift()
    const tooOld = done.at(-1 - MOST_KEPT)
    if (tooOld) gone.add(tooOld)
    touched.add(step)
    write()
  }

  /** The last step goes on: it has become another change. */
  function goOn(change: Change): void {
    const step = done.at(-1)
    if (!step) return push(change)
    step.change = change
    touched.add(step)
    timer ||= window.setTimeout(write, WRITTEN)
  }

  function undo(): void {
    const step = done.pop()
    if (!step) return
    acts.undo(step.change)
    step.undone = true
    undone.push(step)
    touched.add(step)
    write()
  }

  function redo(): void {
    const step = undone.pop()
    if (!step) return
    acts.redo(step.change)
    step.undone = false
    done.push(step)
    touched.add(step)
    write()
  }

  onLeaving(write)

  return {
    ...{ open, push, goOn, undo, redo },
    /** What was done and not taken back, the oldest first. */
    changes: (): Change[] => done.map((one) => one.change),
    canUndo: computed(() => done.length > 0),
    canRedo: computed(() => undone.length > 0),
  }
}
