// What a query of the device's store finds, now and whenever it changes, in this tab or another.
import Dexie, { liveQuery, RangeSet, type ObservabilitySet } from "dexie"
import { dequal } from "dequal"
import { onScopeDispose, shallowRef, watch, type Ref, type ShallowRef } from "vue"
import type { Store } from "./store"

export function useLive<T>(query: () => Promise<T>, first: T): ShallowRef<T> {
  const found = shallowRef(first)
  const subscription = liveQuery(query).subscribe({
    next: (value) => (found.value = value),
    error: (error) => console.error(error),
  })
  onScopeDispose(() => subscription.unsubscribe())
  return found
}

/** What a query for the thing that is looked at finds; nothing while nothing is. What is found alike stays the same. */
export function useLiveOf<Thing, T>(
  thing: Ref<Thing | undefined>,
  query: (thing: Thing) => Promise<T | undefined>,
): ShallowRef<T | undefined> {
  const found = shallowRef<T>()
  watch(
    thing,
    (now, _, onCleanup) => {
      found.value = undefined
      if (!now) return
      const subscription = liveQuery(() => query(now)).subscribe({
        next: (value) => !dequal(value, found.value) && (found.value = value),
        error: (error) => console.error(error),
      })
      onCleanup(() => subscription.unsubscribe())
    },
    { immediate: true },
  )
  return found
}

/**
 * Call `follow` with what a query finds, whenever that changes. What was read while an act was being written is older than
 * what is on the screen: it is read again once that is done. So it is where an act could not be written. Returns what
 * reads it again, for who could not follow.
 */
export function useStoreLive<T>(
  store: Store,
  query: () => Promise<T>,
  follow: (found: T) => void,
): () => Promise<void> {
  let behind = false

  async function read(): Promise<void> {
    const { begun } = store
    behind = true
    try {
      const found = await query()
      if (!store.rests || store.begun !== begun) return
      behind = false
      follow(found)
    } catch (error) {
      if (store.isOpen()) console.error(error)
    }
  }
  const error = (fault: unknown) => console.error(fault)
  const subscription = liveQuery(query).subscribe({ next: () => void read(), error })
  const end = store.onRest((failed) => void ((behind || failed) && read()))
  onScopeDispose(() => {
    subscription.unsubscribe()
    end()
  })
  return read
}

/** Keys of a table that changed; nothing where it is not told which. */
export type Keys = string[] | undefined

function keysIn(changed: ObservabilitySet[string]): Keys {
  const ranges = [...RangeSet(changed)]
  return ranges.every(({ from, to }) => from === to) ? ranges.map(({ from }) => from as string) : undefined
}

/**
 * Call `follow` with what a query finds of the rows of a table that changed, in this tab or another: however many there
 * are, no others are read. As with `useStoreLive` that waits until the acts of this tab have all been written. Returns
 * what begins it; changes from before are heard then.
 */
export function useChanges<T>(
  store: Store,
  table: string,
  query: (keys: Keys) => Promise<T>,
  follow: (found: T) => void,
): () => void {
  const part = `idb://${store.name}/${table}/`
  /** What changed and was not followed yet; all of it where nobody can say. */
  const changed = new Set<string>()
  let all = false
  let begun = false
  let reading = false

  function hear(keys: Keys): void {
    if (keys) keys.forEach((key) => changed.add(key))
    else all = true
  }

  async function read(): Promise<void> {
    if (!begun || reading || !store.rests || !(all || changed.size > 0)) return
    reading = true
    const before = store.begun
    const keys = all ? undefined : [...changed]
    all = false
    changed.clear()
    try {
      const found = await query(keys)
      // What was read beside an act is read again, with what that changed.
      if (store.rests && store.begun === before) follow(found)
      else hear(keys)
      reading = false
      void read()
    } catch (error) {
      reading = false
      hear(keys)
      if (store.isOpen()) console.error(error)
    }
  }

  const mutated = (parts: ObservabilitySet) => {
    const there = parts[part]
    if (!there) return
    hear(keysIn(there))
    void read()
  }
  Dexie.on("storagemutated", mutated)
  const end = store.onRest((failed) => {
    if (failed) hear(undefined)
    void read()
  })
  onScopeDispose(() => {
    Dexie.on.storagemutated.unsubscribe(mutated)
    end()
  })
  return () => {
    begun = true
    void read()
  }
}
