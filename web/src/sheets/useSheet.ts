// One sheet on its easel: its document, its strokes, what the hand holds, and the history of it all.
import type { StoredSheet } from "@/device/tables/sheets"
import type { BrushDocument } from "@/documents/brush"
import type { Look, SheetDocument, SheetStroke } from "@/documents/sheet"
import { newId } from "@/documents/ids"
import type { KeptStroke } from "@/documents/stroke"
import { useDebounceFn } from "@vueuse/core"
import { dequal } from "dequal"
import {
  computed,
  inject,
  onScopeDispose,
  provide,
  ref,
  shallowRef,
  toRaw,
  watch,
  type InjectionKey,
} from "vue"
import { changePaper, changeSheet, openedSheet } from "@/acts/keepSheet"
import { keepSheetStrokes } from "@/acts/sheetStrokes"
import { openCarrier, openDevice, useWaiting } from "@/device/useDevice"
import { useHistory } from "@/device/useHistory"
import { useOneStep } from "@/device/useOneStep"
import { useStoreLive, useLive } from "@/device/useLive"
import type { SheetChange } from "@/engine/easel/sheetEasel"
import { useEngine } from "@/engine/page/useEngine"
import { useHand } from "./paper/useHand"
import { useSheetStanding } from "./paper/useSheetStanding"
import { useSheetStrokes, type InkedStroke } from "./paper/useSheetStrokes"

/** Longer side of the picture of a sheet, px, and how long it must rest to be taken, ms. */
const VIEW_SIDE = 1024
const VIEW_REST = 1500

/** A step of the history. */
export interface SheetStep {
  paper?: { before: Partial<SheetDocument>; after: Partial<SheetDocument> }
  added?: SheetStroke[]
  removed?: SheetStroke[]
  inked?: { before: InkedStroke[]; after: InkedStroke[] }
}

/** The sheet that leaves the easel: the next one is laid on it after that. */
let leaving: Promise<void> = Promise.resolve()

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
  let edit = 0

  function tell(change: SheetChange): void {
    if (started.value) void api.changeSheet(change)
  }

  const strokes = useSheetStrokes(store, id, tell)
  const hand = useHand(store, id)
  const waiting = useWaiting(store)
  const standing = useSheetStanding(store, row)
  /** As it was here last, where it was deleted elsewhere meanwhile. */
  const deleted = shallowRef<StoredSheet>()
  const document = computed(() => row.value?.document)
  const looks = useLive(() => store.looks.toArray(), [])
  const brushes = useLive(() => store.brushes.toArray(), [])
  const fresh = shallowRef<Look[]>([])

  /** What the strokes are inked with, by look: where the sheet follows, its brush as it is now. */
  const inkedWith = computed(() => {
    const all = new Map([...looks.value, ...fresh.value].map((one) => [one.id, one]))
    const follows = document.value?.follows
    const now = new Map(follows ? brushes.value.map((one) => [one.id, one.document]) : [])
    const found: Record<string, BrushDocument> = {}
    for (const { look } of strokes.strokes.value.values()) {
      const there = all.get(look)
      if (there && !(look in found)) found[look] = (there.brush && now.get(there.brush)) || there.document
    }
    const held = hand.look()
    if (held) found[held.id] = held.document
    return found
  })

  const same = (a: Record<string, BrushDocument>, b: Record<string, BrushDocument>) => {
    const keys = Object.keys(a)
    return keys.length === Object.keys(b).length && keys.every((key) => key in b && dequal(a[key], b[key]))
  }
  let told: Record<string, BrushDocument> = {}
  watch(inkedWith, (now) => {
    if (same(now, told)) return
    told = now
    tell({ looks: toRaw(now) })
  })

  // What is in hand is shown in the rail.
  watch(hand.document, (now) => {
    if (now && started.value) void api.setBrush("sheet", toRaw(now), ++edit)
  })

  const history = useHistory<SheetStep>(store, id, {
    undo: (step) => apply(step, true),
    redo: (step) => apply(step, false),
  })

  function apply({ paper, added = [], removed = [], inked }: SheetStep, back: boolean): void {
    closeStep()
    if (paper) showPaper(back ? paper.before : paper.after)
    strokes.remove(back ? added : removed)
    strokes.putBack(back ? removed : added)
    if (inked) strokes.ink(back ? inked.before : inked.after)
  }

  function showPaper(parts: Partial<SheetDocument>): void {
    if (!row.value) return
    row.value = { ...row.value, document: { ...row.value.document, ...parts } }
    tell({ document: toRaw(row.value.document) })
    void store.write(changePaper(store, id, parts))
  }

  const { stepOf, closeStep } = useOneStep<Partial<SheetDocument>>()

  /** Change parts of the sheet's document; what follows closely under the same key is one step. */
  function change(parts: Partial<SheetDocument>, key: string): void {
    if (!row.value) return
    const { document: was } = row.value
    const names = Object.keys(parts)
    const now = Object.fromEntries(names.map((name) => [name, was[name as keyof SheetDocument]]))
    const { before, goesOn } = stepOf(key, now)
    showPaper(parts)
    const step = { paper: { before, after: parts } }
    if (goesOn) history.goOn(step)
    else history.push(step)
  }

  /** A stroke was drawn; the engine has it already. */
  function drew(drawn: KeptStroke): void {
    const stroke = drawn as SheetStroke
    add([stroke], false)
  }

  /** Lay strokes on the sheet as one step. */
  function add(added: SheetStroke[], told = true): void {
    closeStep()
    const used = new Set(added.map((one) => one.look))
    strokes.add(
      added,
      fresh.value.filter((one) => used.has(one.id)),
    )
    if (told) tell({ put: added })
    history.push({ added })
  }

  function remove(removed: SheetStroke[]): void {
    if (removed.length === 0) return
    closeStep()
    strokes.remove(removed)
    history.push({ removed })
  }

  /** Lay other strokes in the place of some, as one step. */
  function replace(removed: SheetStroke[], added: SheetStroke[]): void {
    closeStep()
    strokes.remove(removed)
    strokes.add(added)
    tell({ put: added })
    history.push({ removed, added })
  }

  /** Let all ink that is wet dry: it stands in the order of strokes. */
  function dryNow(): void {
    const look = hand.look()
    if (!look) return
    use(look)
    const inked = { look: look.id, ink: "", opacity: null, seed: 1 }
    const empty = { kind: "pen" as const, erase: false, samples: new Float32Array(0), dries: true }
    add([{ id: newId(), sheet: id, drawnAt: strokes.nextMoment(), ...inked, ...empty }])
  }

  /** Take a layer away with the strokes that lie on it. */
  function removeLayer(which: number): void {
    const was = document.value?.layers ?? []
    if (was.length < 2) return
    closeStep()
    const layers = was.filter((one) => one.which !== which)
    const removed = [...strokes.strokes.value.values()].filter(
      (one) => !one.dries && (one.layer ?? 0) === which,
    )
    showPaper({ layers })
    strokes.remove(removed)
    history.push({ paper: { before: { layers: was }, after: { layers } }, removed })
  }

  /** Ink strokes otherwise, as one step. */
  function ink(before: InkedStroke[], after: InkedStroke[]): void {
    closeStep()
    const used = new Set(after.map((one) => one.look))
    strokes.ink(
      after,
      fresh.value.filter((one) => used.has(one.id)),
    )
    history.push({ inked: { before, after } })
  }

  /** A look that is to be used: known from now on. */
  function use(look: Look): void {
    if ([...looks.value, ...fresh.value].some((one) => one.id === look.id)) return
    fresh.value = [...fresh.value, look]
    told = inkedWith.value
    told = { ...told, [look.id]: look.document }
    tell({ looks: toRaw(told) })
  }

  /** Keep a look though no stroke has it yet: what the server inks with must be there. */
  async function keepLook(look: Look): Promise<void> {
    use(look)
    await keepSheetStrokes(store, [], [look])
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
    await history.open()
    await begin()
  }

  /** Lay the sheet on the easel, once it is here. */
  async function begin(): Promise<void> {
    if (!row.value || started.value) return
    await Promise.all([strokes.open(), leaving])
    looks.value = await store.looks.toArray()
    engine.laid.value = 0
    started.value = true
    told = inkedWith.value
    if (hand.document.value) void api.setBrush("sheet", toRaw(hand.document.value), ++edit)
    await api.changeSheet({
      fresh: true,
      document: row.value.document,
      looks: toRaw(told),
      put: [...strokes.strokes.value.values()],
    })
    void store.write(openedSheet(store, id))
  }

  /** Keep what the sheet looks like, for the list and for the next time it is opened. */
  async function keepView(): Promise<void> {
    const picture = await api.sheetPicture(VIEW_SIDE)
    const { size } = strokes.strokes.value
    if (picture && store.isOpen()) await store.views.put({ id, picture, strokes: size })
  }
  // A view that cannot be kept, on a device that is full, is made anew next time.
  const soon = useDebounceFn(() => keepView().catch(console.warn), VIEW_REST)
  watch([strokes.strokes, document, inkedWith], () => void (started.value && soon()))

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
  start().catch((error: Error) => (failed.value = error.message))

  return {
    ...{
      id,
      store,
      engine,
      row,
      sought,
      started,
      failed,
      document,
      strokes,
      hand,
      waiting,
      standing,
      deleted,
      history,
      looks,
      brushes,
    },
    ...{ change, closeStep, drew, add, remove, replace, dryNow, removeLayer, ink, use, keepLook, rename },
    inkedWith,
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
