// The account's rolls, and what people do with the brushes in them.
import type { BrushDocument } from "@/documents/brush"
import { computed } from "vue"
import { changeBrush, makeBrush } from "@/acts/keepBrush"
import { keepRoll, makeRoll, moveRoll } from "@/acts/keepRoll"
import { putBrushBack, takeBrush } from "@/acts/takeBrush"
import type { Way } from "@/device/carrier"
import type { Store, StoredBrush, StoredRoll } from "@/device/store"
import { useLive } from "@/device/useLive"
import { useRollList, type FilledRoll } from "@/device/useRollList"
import { copyName } from "@/documents/names"
import { DEFAULT_BRUSH } from "@/generated/layout"
import { notice } from "@/parts/notice"

export function useRolls(store: Store) {
  const rolls = useRollList(store)
  const looked = useLive(() => store.mark("looked", ""), "")
  const way = useLive(() => store.mark<Way>("way", "near"), "near" as Way)
  const opened = computed(() => looked.value !== "" || rolls.value.length > 0)
  const problem = computed(() =>
    !opened.value && way.value !== "near"
      ? "Your rolls are not on this device yet, and Hollowmist cannot be reached just now."
      : "",
  )

  async function duplicate(brush: StoredBrush): Promise<void> {
    const taken = rolls.value.find((one) => one.id === brush.roll)?.brushes.map((one) => one.name) ?? []
    const name = copyName(brush.name, taken)
    const made = makeBrush(store, { ...brush, name, after: brush.id })
    await store.write(made.then(() => notice(`${name} is a copy of ${brush.name}.`)))
  }

  async function remove(brush: StoredBrush): Promise<void> {
    await store.write(takeBrush(store, brush.id))
    const act = () => void store.write(putBrushBack(store, brush))
    notice(`${brush.name} is out of its pocket.`, { label: "Put it back", act })
  }

  function rename({ id }: StoredBrush, name: string, note: string): void {
    void store.write(changeBrush(store, id, { name, note }))
  }

  async function addBrush(roll: FilledRoll): Promise<string> {
    const document = structuredClone(DEFAULT_BRUSH) as unknown as BrushDocument
    return makeBrush(store, { roll: roll.id, name: "New brush", document })
  }

  function addRoll(): void {
    void store.write(makeRoll(store, "New roll").then(() => undefined))
  }

  function renameRoll({ id, place }: StoredRoll, name: string): void {
    void store.write(keepRoll(store, { id, name, place }))
  }

  const shiftRoll = ({ id }: StoredRoll, by: -1 | 1) => void store.write(moveRoll(store, id, by))

  return { rolls, problem, opened, duplicate, remove, rename, addBrush, addRoll, renameRoll, shiftRoll }
}
