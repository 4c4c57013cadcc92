// The strokes that a brush is tried on before it is one's own: any lane, one's own first.
import { t } from "@/words"
import { computed, ref } from "vue"
import type { Store } from "@/device/store"
import { useLive } from "@/device/useLive"
import { useLanes } from "@/engine/page/useLanes"
import { ownLanes } from "./ownLanes"
import { laying } from "./shownOn"

export function useTryStrokes(store: Store) {
  const shipped = useLanes()
  const own = useLive(() => ownLanes(store), [])
  const wanted = ref("")
  const whole = computed(() => ({
    key: "all",
    label: t("pictures.all-that-ship"),
    strokes: shipped.strokes.value,
  }))
  const all = computed(() =>
    [...own.value, whole.value, ...shipped.lanes.value].filter((one) => one.strokes.length > 0),
  )
  const lane = computed(() => all.value.find((one) => one.key === wanted.value) ?? all.value[0])
  const lanes = computed(() => all.value.map(({ key, label }) => ({ value: key, label })))
  /** The first lane of one's own, if there is one. */
  const mine = computed(() => own.value.find((one) => one.strokes.length > 0)?.key ?? "")
  const strokes = computed(() => laying(lane.value?.strokes ?? []))
  void shipped.open()
  return { lanes, mine, wanted, lane, strokes }
}
