// What the sheet on the easel looks like, kept for the list and for the next time it is opened; and how it leaves.
import { useDebounceFn } from "@vueuse/core"
import { onScopeDispose, watch, type Ref, type WatchSource } from "vue"
import type { Store } from "@/device/store"
import { useEngine } from "@/engine/page/useEngine"

/** Longer side of the picture of a sheet, px, and how long it must rest to be taken, ms. */
const VIEW_SIDE = 1024
const VIEW_REST = 1500

/** The sheet that leaves the easel: the next one is laid on it after that. */
let leaving: Promise<void> = Promise.resolve()

/** `changes` are what its looks hang on; `started` whether the engine has it. */
export function useSheetView(
  store: Store,
  id: string,
  strokes: Ref<ReadonlyMap<string, unknown>>,
  changes: WatchSource[],
  started: Ref<boolean>,
) {
  const { api } = useEngine()

  async function keepView(): Promise<void> {
    const picture = await api.sheetPicture(VIEW_SIDE)
    const { size } = strokes.value
    if (picture && store.isOpen()) await store.views.put({ id, picture, strokes: size })
  }
  // A view that cannot be kept, on a device that is full, is made anew next time.
  const soon = useDebounceFn(() => keepView().catch(console.warn), VIEW_REST)
  watch([strokes, ...changes], () => void (started.value && soon()))

  async function leave(): Promise<void> {
    try {
      if (started.value) await keepView()
    } finally {
      await api.leave("sheet")
    }
  }
  onScopeDispose(() => {
    leaving = leaving.then(leave).catch(console.warn)
  })
  /** Once no other sheet lies on the easel any more. */
  return { free: () => leaving }
}
