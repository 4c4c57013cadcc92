// All brushes but the one on the bench, to ink a layer with.
import { computed } from "vue"
import type { Store } from "@/device/store"
import { useLive } from "@/device/useLive"

export function useOtherBrushes(store: Store, own: string) {
  const brushes = useLive(() => store.brushes.toArray(), [])
  const others = computed(() =>
    brushes.value.filter((one) => one.id !== own).sort((a, b) => a.name.localeCompare(b.name)),
  )
  return { others }
}
