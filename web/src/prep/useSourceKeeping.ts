// Keeps the source on the prep table.
import { t } from "@/words"
import type { StoredSource } from "@/device/tables/sources"
import { computed, shallowRef } from "vue"
import { keepMine, keepSource, takeTheirs } from "@/acts/keepSource"
import { keepPicture } from "@/device/pictures"
import type { Store } from "@/device/store"
import { useKept } from "@/device/useKept"
import { useLive } from "@/device/useLive"
import type { Makes, Recipe } from "@/documents/recipe"
import { shippedSource } from "@/pictures/useSources"

export interface SourceState {
  name: string
  note: string
  makes: Makes
  recipe: Recipe
}

const stateOf = ({ name, note, makes, recipe }: SourceState): SourceState => ({ name, note, makes, recipe })

/** `follow` hears of states that another tab or device made. */
export function useSourceKeeping(store: Store, id: string, follow: (state: SourceState) => void) {
  const kept = useKept<StoredSource>({
    store,
    table: store.sources,
    id,
    stateOf,
    keep: (source) => keepSource(store, source),
    follow: (source) => follow(stateOf(source)),
    none: t("prep.this-source-is-not-among-yours"),
  })
  /** One that ships is nobody's own: it is looked at, and copied to be changed. */
  const shipped = shallowRef<StoredSource>()
  const status = computed(() => (shipped.value ? "kept" : kept.status.value))
  /** What it begins with, if it begins with a picture. */
  const working = computed(() => (shipped.value ?? kept.row.value)?.working ?? null)

  /** The brushes that took a picture from it. */
  const users = useLive(
    () =>
      store.brushes
        .filter(({ document: { shapes, grain } }) => [...shapes, grain].some((use) => use?.source === id))
        .toArray(),
    [],
  )

  async function open(): Promise<SourceState | undefined> {
    if (!(await store.sources.get(id))) {
      const ships = await shippedSource(store, id)
      if (ships) {
        shipped.value = ships
        return stateOf(ships)
      }
    }
    const source = await kept.open()
    return source && stateOf(source)
  }

  return {
    ...{ status, message: kept.message, row: kept.row, theirs: computed(() => kept.row.value?.theirs) },
    ...{ shipped, working, users, open },
    keep: (state: SourceState) => kept.change(stateOf(state)),
    /** Keep what the state as it stands comes to, a PNG. */
    keepPicture: async (png: Uint8Array<ArrayBuffer>) => {
      const picture = await keepPicture(store, png)
      if (picture !== kept.row.value?.picture) kept.change({ picture })
    },
    keepMine: () => keepMine(store, id),
    takeTheirs: () => takeTheirs(store, id),
  }
}
