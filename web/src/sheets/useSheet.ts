// One sheet on its easel: its document, its strokes, what the hand holds, and the history of it all.
import type { StoredSheet } from "@/device/tables/sheets"
import type { SheetDocument } from "@/documents/sheet"
import { dequal } from "dequal"
import { computed, inject, provide, ref, shallowRef, toRaw, watch, type InjectionKey } from "vue"
import { changePaper, changeSheet, openedSheet } from "@/acts/keepSheet"
import { openCarrier, openDevice, useWaiting } from "@/device/useDevice"
import { useStoreLive } from "@/device/useLive"
import type { SheetChange } from "@/engine/easel/sheetEasel"
import { useEngine } from "@/engine/page/useEngine"
import { useHand } from "./paper/useHand"
import { useInkedWith } from "./paper/useInkedWith"
import { useSheetStatus } from "./paper/useSheetStatus"
import { useSheetStrokes } from "./paper/useSheetStrokes"
import { useSheetSteps } from "./useSheetSteps"
import { useSheetView } from "./useSheetView"

export function makeSheetEasel(id: string, account: { id: number; username: string }) {
  const { store } = openDevice(account)
  const engine = useEngine()
  const { api } = engine
  const row = shallowRef<StoredSheet>()
  /** Whether it was looked for. */
  const sought = ref(false)
  const failed = ref("")
  /** Whether the engine has the sheet. */
  const started = ref(false)
  /** As it was here last, where it was deleted elsewhere meanwhile. */
  const deleted = shallowRef<StoredSheet>()
  const document = computed(() => row.value?.document)
  let edit = 0

  function tell(change: SheetChange): void {
    if (started.value) void api.changeSheet(change)
  }

  const strokes = useSheetStrokes(store, id, tell)
  const hand = useHand(store, id)
  const inking = useInkedWith(store, { document, strokes, hand }, tell)
  const steps = useSheetSteps(store, id, { document, strokes, hand, inking }, { showPaper, tell })
  const view = useSheetView(store, id, strokes.strokes, [document, inking.inkedWith], started)

  /** What is in hand is shown in the rail. */
  function showHand(): void {
    const held = hand.document.value
    if (held && started.value) void api.setBrush("sheet", toRaw(held), ++edit)
  }
  watch(hand.document, showHand)

  function showPaper(parts: Partial<SheetDocument>): void {
    if (!row.value) return
    row.value = { ...row.value, document: { ...row.value.document, ...parts } }
    tell({ document: toRaw(row.value.document) })
    void store.write(changePaper(store, id, parts))
  }

  function rename(name: string, note: string): void {
    if (!row.value) return
    row.value = { ...row.value, name, note }
    void store.write(changeSheet(store, id, { name, note }))
  }

  useStoreLive(
    store,
    () => store.sheets.get(id),
    (now) => {
      if (!sought.value) return
      const was = row.value
      deleted.value = now ? undefined : (was ?? deleted.value)
      row.value = now
      // On a new device it may come a while after it is asked for.
      if (now && !was) void begin()
      else if (now && !dequal(was?.document, now.document)) tell({ document: now.document })
    },
  )

  async function start(): Promise<void> {
    await engine.ready
    row.value = await store.sheets.get(id)
    sought.value = true
    await steps.history.open()
    await begin()
  }

  /** Lay the sheet on the easel, once it is here. */
  async function begin(): Promise<void> {
    if (!row.value || started.value) return
    await Promise.all([strokes.open(), view.free()])
    const looks = await inking.begin()
    engine.laid.value = 0
    started.value = true
    showHand()
    const put = [...strokes.strokes.value.values()]
    await api.changeSheet({ fresh: true, document: row.value.document, looks, put })
    void store.write(openedSheet(store, id))
  }

  start().catch((error: Error) => (failed.value = error.message))

  const { looks, brushes, inkedWith, use, keepLook } = inking
  return {
    ...{ id, store, engine, row, sought, started, failed, deleted, document, strokes, hand, rename },
    ...{ looks, brushes, inkedWith, use, keepLook },
    ...steps,
    waiting: useWaiting(store),
    status: useSheetStatus(store, row),
    /** Ask now for what the server has. */
    pull: () => openCarrier()?.wake(),
  }
}

export type SheetOnEasel = ReturnType<typeof makeSheetEasel>
const KEY: InjectionKey<SheetOnEasel> = Symbol("sheet")

export const provideSheet = (sheet: SheetOnEasel): void => provide(KEY, sheet)

export function useSheet(): SheetOnEasel {
  const sheet = inject(KEY)
  if (!sheet) throw new Error("useSheet belongs under a SheetPlace")
  return sheet
}
