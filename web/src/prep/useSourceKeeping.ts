// Keeps the source on the prep table.
import { computed, shallowRef } from "vue"
import { keepMine, keepSource, takeTheirs } from "@/acts/keepSource"
import { api, reach, type WholeSource } from "@/api/client"
import type { Store, StoredSource } from "@/device/store"
import { useKept } from "@/device/useKept"
import { useLive } from "@/device/useLive"
import type { Makes, Recipe } from "@/documents/recipe"

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
    none: "This source is not among yours.",
  })
  /** One that ships is nobody's own: it is looked at, and copied to be changed. */
  const shipped = shallowRef<WholeSource>()
  const standing = computed(() => (shipped.value ? "kept" : kept.standing.value))
  const original = computed(() => shipped.value?.original ?? kept.row.value?.original ?? false)

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
      const { data } = await reach(
        api.GET("/api/sources/{source_id}", { params: { path: { source_id: id } } }),
      )
      if (data?.shipped) {
        shipped.value = data
        return stateOf({ ...data, note: data.note ?? "", recipe: data.recipe as unknown as Recipe })
      }
    }
    const source = await kept.open()
    return source && stateOf(source)
  }

  return {
    ...{ standing, message: kept.message, row: kept.row, theirs: computed(() => kept.row.value?.theirs) },
    ...{ shipped, original, users, open },
    keep: (state: SourceState) => kept.change(stateOf(state)),
    keepMine: () => keepMine(store, id),
    takeTheirs: () => takeTheirs(store, id),
  }
}
