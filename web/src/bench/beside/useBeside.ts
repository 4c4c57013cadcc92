// What stands beside the brush on the bench: another brush, one of its checkpoints, or a picture.
import { useLocalStorage } from "@vueuse/core"
import { computed, onScopeDispose, ref, shallowRef, watch, type Ref } from "vue"
import type { Store } from "@/device/store"
import type { BrushDocument } from "@/documents/brush"
import { differences, onSheetOf, type Difference } from "@/documents/differences"
import type { KeptStroke } from "@/documents/stroke"
import type { EaselName } from "@/engine/easel/easel"
import type { Readings } from "@/engine/questions/readings"
import type { Engine } from "@/engine/page/useEngine"
import { useLiveOf } from "@/device/useLive"

/**
 * `id` is a brush's or a checkpoint's, which is followed as it changes; a variation has its document with it; `picture`
 * is the address of a picture, which has none.
 */
export interface Other {
  name: string
  kind: "brush" | "checkpoint" | "variation" | "picture"
  id?: string
  document?: BrushDocument
  picture?: string
}

interface Bench {
  store: Store
  engine: Engine
  brush: Ref<BrushDocument | undefined>
  strokes: () => KeptStroke[]
  changeMany: (parts: Partial<BrushDocument>, key: string) => void
  closeStep: () => void
  beforeChange: () => void
}

const ALONE: EaselName[] = ["bench"]
const BOTH: EaselName[] = ["bench", "beside"]
/** The brush is measured once it has stood for so long, ms. */
const REST = 200

export function useBeside({ store, engine, brush, strokes, changeMany, closeStep, beforeChange }: Bench) {
  const other = shallowRef<Other>()
  /** Whether the two sheets lie over one another. */
  const laidOver = useLocalStorage("hollowmist.laid-over", false)
  const over = computed(() => laidOver.value && other.value !== undefined)
  const readings = shallowRef<Readings>()

  /** The other brush as it stands: it may be changed in another tab, or on another device. */
  const document = useLiveOf(other, ({ id, kind, document }) => {
    if (!id) return Promise.resolve(document)
    const table = kind === "brush" ? store.brushes : store.checkpoints
    return table.get(id).then((row) => row?.document)
  })

  function choose(next: Other | undefined): void {
    if (other.value?.picture) URL.revokeObjectURL(other.value.picture)
    readings.value = undefined
    other.value = next
  }

  /** The other one on the sheet of the brush on the bench. */
  const shown = computed(() =>
    document.value && brush.value ? onSheetOf(document.value, brush.value) : undefined,
  )
  const easels = computed(() => (shown.value ? BOTH : ALONE))
  const found = computed((): Difference[] =>
    brush.value && document.value ? differences(brush.value, document.value) : [],
  )

  let edit = 0
  const attached = ref(false)
  /** Its canvas is there: show it. */
  function show(): void {
    attached.value = true
    showStrokes()
    showBrush()
  }

  function showStrokes(): void {
    if (other.value && attached.value) void engine.api.setStrokes("beside", strokes())
  }

  function showBrush(): void {
    if (shown.value && attached.value) void engine.api.setBrush("beside", shown.value, ++edit)
  }

  watch(shown, showBrush)
  watch(other, (now) => !now && (attached.value = false))

  let timer = 0
  watch(document, (now) => {
    window.clearTimeout(timer)
    if (!now) return
    timer = window.setTimeout(async () => {
      const read = await engine.api.readBrush(now)
      if (document.value === now && read) readings.value = read
    }, REST)
  })

  /** Take over what sets the two apart: one thing, or all of a station. */
  function take(these: Difference[], key: string): void {
    if (!brush.value || these.length === 0) return
    if (these.length > 1) beforeChange()
    closeStep()
    changeMany(taken(brush.value, these), key)
    closeStep()
  }

  onScopeDispose(() => choose(undefined))
  return { other, laidOver, over, easels, document, found, readings, choose, show, showStrokes, take }
}

/** The parts of a brush that agree with another one once differences are taken over. */
export function taken(brush: BrushDocument, these: Difference[]): Partial<BrushDocument> {
  let parts: Partial<BrushDocument> = {}
  for (const one of these) parts = { ...parts, ...one.take({ ...brush, ...parts } as BrushDocument) }
  return parts
}
