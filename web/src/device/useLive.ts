// What a query of the device's store finds, now and whenever it changes, in this tab or another.
import { liveQuery } from "dexie"
import { onScopeDispose, shallowRef, type ShallowRef } from "vue"
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
