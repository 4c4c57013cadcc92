// What the hand holds on a sheet: a brush of one's rolls, at a size, in an ink, at an opacity.
import type { StoredBrush } from "@/device/tables/brushes"
import { byPlace } from "@/documents/places"
import type { BrushDocument } from "@/documents/brush"
import { newId } from "@/documents/ids"
import type { Look } from "@/documents/sheet"
import { useLocalStorage } from "@vueuse/core"
import { dequal } from "dequal"
import { computed, ref, watch } from "vue"
import type { Store } from "@/device/store"
import { useLive, useLiveOf } from "@/device/useLive"

interface Held {
  brush: string
  size: number
  ink: string
  opacity: number
}

export function useHand(store: Store, sheet: string) {
  const held = useLocalStorage<Held>(`hand on sheet ${sheet}`, { brush: "", size: 0, ink: "", opacity: 0 })
  const brushId = computed(() => held.value.brush || undefined)
  const brush = useLiveOf(brushId, (id) => store.brushes.get(id))
  /** Looks of the brush in hand that are there already. */
  const known = useLiveOf(brushId, (id) => store.looks.where("brush").equals(id).toArray())
  /** Made here, and not used by any stroke yet. */
  const made: Look[] = []
  const erase = ref(false)
  const eraserSize = useLocalStorage<number>("eraser size", 0)

  const of = (key: "size" | "opacity") =>
    computed({
      get: () => held.value[key] || Number(brush.value?.document[key] ?? 1),
      set: (value: number) => (held.value = { ...held.value, [key]: value }),
    })
  const [ownSize, opacity] = [of("size"), of("opacity")]
  const size = computed({
    get: () => (erase.value ? eraserSize.value || ownSize.value : ownSize.value),
    set: (value: number) => (erase.value ? (eraserSize.value = value) : (ownSize.value = value)),
  })
  const ink = computed({
    get: () => held.value.ink || String(brush.value?.document.ink ?? "#1e2a2d"),
    set: (colour: string) => (held.value = { ...held.value, ink: colour }),
  })

  /** Take a brush in hand, in its own size and opacity; the ink stays, as it does on a table. */
  function take(one: Pick<StoredBrush, "id">): void {
    held.value = { ...held.value, brush: one.id, size: 0, opacity: 0 }
    erase.value = false
  }

  /** The brush as it is held, to be shown. */
  const document = computed((): BrushDocument | undefined => {
    const own = brush.value?.document
    return own && { ...own, size: size.value, ink: ink.value, opacity: opacity.value }
  })

  /** The look that strokes of the brush in hand have: the one that is there, or a new one. */
  function look(): Look | undefined {
    const own = brush.value
    if (!own) return undefined
    const alike = (one: Look) => one.brush === own.id && dequal(one.document, own.document)
    const there = known.value?.find(alike) ?? made.find(alike)
    if (there) return there
    // A plain copy: what is kept is no part of what is looked at.
    const fresh: Look = {
      id: newId(),
      brush: own.id,
      name: own.name,
      document: structuredClone(own.document),
    }
    made.push(fresh)
    return fresh
  }

  /** The brush that was used last; where none was, the first of the first roll. */
  async function lastUsed(): Promise<StoredBrush | undefined> {
    const rolls = (await store.rolls.toArray()).sort(byPlace).map(({ id }) => id)
    const at = ({ roll }: StoredBrush) => rolls.indexOf(roll)
    return (await store.brushes.toArray())
      .filter((one) => at(one) >= 0)
      .sort((a, b) => b.usedAt - a.usedAt || at(a) - at(b) || byPlace(a, b))[0]
  }

  /** Without one of its own, a hand takes that, as soon as there is one. */
  const last = useLive(lastUsed, undefined as StoredBrush | undefined)
  watch(
    [brush, known, last],
    () => {
      const looking = brushId.value && known.value === undefined
      if (!brush.value && !looking && last.value) take(last.value)
    },
    { immediate: true },
  )

  return { brush, size, ink, opacity, erase, document, take, look }
}
