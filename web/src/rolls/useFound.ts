// Which brushes are shown, and in which order: all in their pockets, or those that are looked for, sorted.
import { t } from "@/words"
import type { StoredBrush } from "@/device/tables/brushes"
import type { StoredSource } from "@/device/tables/sources"
import { computed, ref, type Ref } from "vue"
import type { Store } from "@/device/store"
import { useLive } from "@/device/useLive"
import type { FilledRoll } from "@/device/useRollList"
import { pictureUses } from "@/documents/brush"

export const ORDERS = [
  { value: "pocket", label: t("rolls.as-they-lie") },
  { value: "name", label: t("rolls.by-name") },
  { value: "used", label: t("rolls.last-used") },
  { value: "width", label: t("rolls.by-width") },
] as const
export type Order = (typeof ORDERS)[number]["value"]

const BY: Record<Exclude<Order, "pocket">, (a: StoredBrush, b: StoredBrush) => number> = {
  name: (a, b) => a.name.localeCompare(b.name, undefined, { numeric: true }),
  used: (a, b) => b.usedAt - a.usedAt,
  width: (a, b) => Number(a.document.size) - Number(b.document.size),
}

/** So many brushes that were used last make a roll of their own. */
const MOST_RECENT = 12

export function useFound(store: Store, rolls: Ref<FilledRoll[]>) {
  const text = ref("")
  const order = ref<Order>("pocket")
  const sources = useLive(() => store.sources.toArray(), [] as StoredSource[])
  const words = computed(() => text.value.toLocaleLowerCase().split(/\s+/).filter(Boolean))
  const seeking = computed(() => words.value.length > 0)

  /** All that a brush can be found by. */
  function searched(brush: StoredBrush, roll: FilledRoll): string {
    const ids = pictureUses(brush.document).map((use) => use.source)
    const from = sources.value.filter((one) => ids.includes(one.id)).map((one) => one.name)
    return [brush.name, brush.note, brush.maker?.name, roll.name, roll.note, ...from]
      .join("\n")
      .toLocaleLowerCase()
  }

  const found = computed(() => {
    const shown = seeking.value
      ? rolls.value
          .map((roll) => ({
            ...roll,
            brushes: roll.brushes.filter((brush) => {
              const all = searched(brush, roll)
              return words.value.every((word) => all.includes(word))
            }),
          }))
          .filter((roll) => roll.brushes.length > 0)
      : rolls.value
    if (order.value === "pocket") return shown
    const by = BY[order.value]
    return shown.map((roll) => ({ ...roll, brushes: roll.brushes.toSorted(by) }))
  })

  const all = computed(() => rolls.value.flatMap((roll) => roll.brushes))

  /** Rolls that fill themselves: they hold what lies in other rolls. */
  const filled = computed((): { name: string; brushes: StoredBrush[] }[] => {
    if (seeking.value) return []
    const used = all.value.filter((one) => one.usedAt > 0).toSorted(BY.used)
    return [
      { name: t("rolls.favourites"), brushes: all.value.filter((one) => one.favourite) },
      { name: t("rolls.recent"), brushes: used.slice(0, MOST_RECENT) },
    ].filter((one) => one.brushes.length > 0)
  })

  return { text, order, seeking, found, filled }
}
