// How the pen of this device is fitted to the hand that holds it. It holds for every brush, on this device only.
import { type Link, type Node, newLink } from "@/documents/brush"
import { useLocalStorage } from "@vueuse/core"
import { computed, watch } from "vue"
import { useEngine } from "./useEngine"

export interface Fitting {
  nodes: Node[]
  /** When it was fitted, ms since 1970. */
  at: number
}

/** A fitting as the link whose curve it is. */
export const asLink = (nodes: Node[]): Link => ({ ...newLink("size"), range: [0, 1], nodes })

const kept = useLocalStorage<Fitting | null>("pen fitting", null, {
  // Plain values: the worker takes no proxies.
  shallow: true,
  serializer: { read: (text) => JSON.parse(text) as Fitting, write: (value) => JSON.stringify(value) },
})

/** Keep the engine told of the fitting. */
export function followFitting(): void {
  const { api, ready } = useEngine()
  watch(
    kept,
    async (now) => {
      await ready
      await api.setFitting(now ? asLink(now.nodes) : undefined)
    },
    { immediate: true },
  )
}

export function useFitting() {
  return {
    fitting: computed(() => kept.value),
    keep: (nodes: Node[]) => (kept.value = { nodes, at: Date.now() }),
    takeBack: () => (kept.value = null),
  }
}
