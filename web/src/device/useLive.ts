// What a query of the device's store finds, now and whenever it changes, in this tab or another.
import { liveQuery } from "dexie"
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
 * Call `follow` with what a query finds, whenever that changes or the acts of this tab have all been written. What was
 * read while an act was being written is older than what is on the screen: it is read again once that is done.
 */
export function useStoreLive<T>(store: Store, query: () => Promise<T>, follow: (found: T) => void): void {
  async function read(): Promise<void> {
    const { begun } = store
    try {
      const found = await query()
      if (store.rests && store.begun === begun) follow(found)
    } catch (error) {
      if (store.isOpen()) console.error(error)
    }
  }
  const error = (fault: unknown) => console.error(fault)
  const subscription = liveQuery(query).subscribe({ next: () => void read(), error })
  const end = store.onRest(() => void read())
  onScopeDispose(() => {
    subscription.unsubscribe()
    end()
  })
}
