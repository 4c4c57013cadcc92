// What the strokes on the easel are inked with.
import { dequal } from "dequal"
import { computed, shallowRef, toRaw, watch, type Ref } from "vue"
import { keepSheetStrokes } from "@/acts/sheetStrokes"
import type { Store } from "@/device/store"
import { useLive } from "@/device/useLive"
import type { BrushDocument } from "@/documents/brush"
import type { Look, SheetDocument } from "@/documents/sheet"
import type { SheetChange } from "@/engine/easel/sheetEasel"
import type { useHand } from "./useHand"
import type { useSheetStrokes } from "./useSheetStrokes"

type Documents = Record<string, BrushDocument>

const isSame = (a: Documents, b: Documents) => {
  const keys = Object.keys(a)
  return keys.length === Object.keys(b).length && keys.every((key) => key in b && dequal(a[key], b[key]))
}

/** `tell` tells the engine. */
export function useInkedWith(
  store: Store,
  on: {
    document: Ref<SheetDocument | undefined>
    strokes: ReturnType<typeof useSheetStrokes>
    hand: ReturnType<typeof useHand>
  },
  tell: (change: SheetChange) => void,
) {
  const looks = useLive(() => store.looks.toArray(), [])
  const brushes = useLive(() => store.brushes.toArray(), [])
  /** Looks that no stroke which is kept has yet. */
  const fresh = shallowRef<Look[]>([])
  const all = computed(() => new Map([...looks.value, ...fresh.value].map((one) => [one.id, one])))
  let sent: Documents = {}

  /** Documents by look: where the sheet follows, its brush as it is now. */
  const inkedWith = computed(() => {
    const follows = on.document.value?.follows
    const now = new Map(follows ? brushes.value.map((one) => [one.id, one.document]) : [])
    const found: Documents = {}
    for (const { look } of on.strokes.strokes.value.values()) {
      const there = all.value.get(look)
      if (there && !(look in found)) found[look] = (there.brush && now.get(there.brush)) || there.document
    }
    const held = on.hand.look()
    if (held) found[held.id] = held.document
    return found
  })

  watch(inkedWith, (now) => {
    if (isSame(now, sent)) return
    sent = now
    tell({ looks: toRaw(now) })
  })

  /** A look that is to be used: known from now on. */
  function use(look: Look): void {
    if (all.value.has(look.id)) return
    fresh.value = [...fresh.value, look]
    sent = { ...inkedWith.value, [look.id]: look.document }
    tell({ looks: toRaw(sent) })
  }

  return {
    ...{ looks, brushes, inkedWith, use },
    /** Those that were not kept yet, of the looks that strokes have. */
    freshOf(strokes: { look: string }[]): Look[] {
      const used = new Set(strokes.map((one) => one.look))
      return fresh.value.filter((one) => used.has(one.id))
    },
    /** Keep a look though no stroke has it yet: what the server inks with must be there. */
    async keepLook(look: Look): Promise<void> {
      use(look)
      await keepSheetStrokes(store, [], [look])
    },
    /** All of it as a sheet is laid on the easel with. */
    async begin(): Promise<Documents> {
      looks.value = await store.looks.toArray()
      sent = inkedWith.value
      return toRaw(sent)
    },
  }
}
