// Keeps the brush on the bench.
import { t } from "@/words"
import type { StoredBrush } from "@/device/tables/brushes"
import type { BrushDocument } from "@/documents/brush"
import { computed } from "vue"
import { keepBoth, keepBrush, keepMine, takeTheirs } from "@/acts/keepBrush"
import type { Store } from "@/device/store"
import { useKept } from "@/device/useKept"
import { useLive } from "@/device/useLive"

/** A brush's state as a person sees it. */
export interface BrushState {
  name: string
  note: string
  document: BrushDocument
}

const stateOf = ({ name, note, document }: BrushState): BrushState => ({ name, note, document })

/** `follow` hears of states that another tab or device made. */
export function useKeeping(store: Store, id: string, follow: (state: BrushState) => void) {
  const kept = useKept<StoredBrush>({
    store,
    table: store.brushes,
    id,
    stateOf,
    keep: (brush) => keepBrush(store, brush),
    follow: (brush) => follow(stateOf(brush)),
    none: t("bench.this-brush-is-not-in-any"),
  })
  const rolls = useLive(() => store.rolls.toArray(), [])
  const roll = computed(() => rolls.value.find((one) => one.id === kept.row.value?.roll))
  const theirs = computed(() => kept.row.value?.theirs)

  return {
    ...kept,
    roll,
    theirs,
    open: async () => {
      const brush = await kept.open()
      return brush && stateOf(brush)
    },
    keep: (state: BrushState) => kept.change(stateOf(state)),
    keepMine: () => keepMine(store, id),
    takeTheirs: () => takeTheirs(store, id),
    keepBoth: () => keepBoth(store, id),
  }
}
