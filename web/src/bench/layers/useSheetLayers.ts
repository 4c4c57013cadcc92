// The layers of the proof sheet: which there are, which one is drawn on, and the brushes they are inked with.
import type { BrushDocument, LayerUse } from "@/documents/brush"
import type { KeptStroke } from "@/documents/stroke"
import { liveQuery, type Subscription } from "dexie"
import { computed, onScopeDispose, ref, watch, type Ref } from "vue"
import type { Store } from "@/device/store"
import type { Engine } from "@/engine/page/useEngine"
import { MOST_LAYERS } from "@/generated/layout"

const NUMBERS = Array.from({ length: MOST_LAYERS }, (_, i) => i)

export function useSheetLayers(
  brush: Ref<BrushDocument | undefined>,
  store: Store,
  engine: Engine,
  put: (layers: LayerUse[], key: string) => void,
) {
  const layers = computed(() => brush.value?.layers ?? [])
  const chosen = ref(0)
  /** The layer that is drawn on, by its `which`. */
  const active = computed({
    get: () =>
      layers.value.some((one) => one.which === chosen.value) ? chosen.value : (layers.value[0]?.which ?? 0),
    set: (which: number) => (chosen.value = which),
  })
  const full = computed(() => layers.value.length >= MOST_LAYERS)

  function change(which: number, parts: Partial<LayerUse>): void {
    const next = layers.value.map((one) => (one.which === which ? { ...one, ...parts } : one))
    put(next, `layer ${which} ${Object.keys(parts).join()}`)
  }

  /** Lay a fresh layer over the others, and draw on it. */
  function add(): void {
    const which = NUMBERS.find((number) => layers.value.every((one) => one.which !== number))
    if (which === undefined) return
    const fresh: LayerUse = { which, mode: "normal", opacity: 1, shown: true, lanes: false, brush: null }
    put([...layers.value, fresh], "layers")
    active.value = which
  }

  /** Move a layer over or under its neighbour. */
  function move(which: number, by: 1 | -1): void {
    const from = layers.value.findIndex((one) => one.which === which)
    const to = from + by
    if (from < 0 || to < 0 || to >= layers.value.length) return
    const next = [...layers.value]
    next.splice(to, 0, ...next.splice(from, 1))
    put(next, "layers")
  }

  /** All layers but one, and which of some strokes lie on it. */
  function without(which: number, strokes: KeptStroke[]): { layers: LayerUse[]; strokes: KeptStroke[] } {
    return {
      layers: layers.value.filter((one) => one.which !== which),
      strokes: strokes.filter((one) => !one.dries && (one.layer ?? 0) === which),
    }
  }

  /** Ids of the brushes that layers are inked with. */
  const wanted = computed(() => [...new Set(layers.value.flatMap((one) => one.brush ?? []))].sort().join())

  // One that is gone leaves the layer to the brush on the bench; one that changes is seen to.
  let subscription: Subscription | undefined
  watch(
    wanted,
    (ids) => {
      subscription?.unsubscribe()
      const find = () => store.brushes.bulkGet(ids ? ids.split(",") : [])
      subscription = liveQuery(find).subscribe((found) => {
        const others = found.flatMap((one) => (one ? [[one.id, one.document] as const] : []))
        void engine.ready.then(() => engine.api.setOthers(Object.fromEntries(others)))
      })
    },
    { immediate: true },
  )
  onScopeDispose(() => subscription?.unsubscribe())

  return { layers, active, full, change, add, move, without }
}
