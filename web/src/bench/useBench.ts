// One brush on the bench: its state, its history, its keeping, and the strokes it is tried on.
import {
  type BrushDocument,
  type Input,
  type Link,
  type Output,
  type SettingName,
  newLink,
} from "@/documents/brush"
import type { KeptStroke } from "@/documents/stroke"
import { dequal } from "dequal"
import { computed, inject, provide, ref, shallowRef, watch, type InjectionKey } from "vue"
import { markBrush } from "@/acts/placeBrush"
import { openDevice, useWaiting } from "@/device/useDevice"
import { newId } from "@/documents/ids"
import { useEngine } from "@/engine/page/useEngine"
import { CORNERED, SHAKY } from "@/generated/layout"
import { useBeside } from "./beside/useBeside"
import { useCheckpoints } from "./checkpoints/useCheckpoints"
import { useEraser } from "./proof/useEraser"
import { useHistory } from "@/device/useHistory"
import { useOneStep } from "@/device/useOneStep"
import { useKeeping, type BrushState } from "./useKeeping"
import { useLanes, type Lane } from "@/engine/page/useLanes"
import { useLayout } from "./useLayout"
import type { OwnLane } from "@/pictures/ownLanes"
import { useOwnLanes } from "./lanes/useOwnLanes"
import { useProofStrokes } from "./proof/useProofStrokes"
import { useSheetLane } from "./lanes/useSheetLane"
import { useSheetLayers } from "./layers/useSheetLayers"

/** What a step of the history changed: the brush's state, strokes on the sheet, or strokes that became a lane. */
interface Change {
  before?: BrushState
  after?: BrushState
  added?: KeptStroke[]
  removed?: KeptStroke[]
  recorded?: { lane: OwnLane; place: number; strokes: KeptStroke[]; from: string; to: string }
}

/** The stroke that the cards show until another is taken in hand: it swells, crosses and turns. */
const FIRST_IN_HAND = "loop-0"

export function makeBench(id: string, account: { id: number; username: string }) {
  const engine = useEngine()
  const device = openDevice(account)
  const keeping = useKeeping(device.store, id, follow)
  const waiting = useWaiting(device.store)
  const proofs = useProofStrokes(device.store, id, showStrokes)
  const lanes = useLanes()
  const own = useOwnLanes(device)
  const history = useHistory<Change>(device.store, id, {
    undo: ({ before, added = [], removed = [], recorded }) => apply(before, removed, added, recorded, false),
    redo: ({ after, added = [], removed = [], recorded }) => apply(after, added, removed, recorded, true),
  })
  const state = shallowRef<BrushState>()
  const inHand = ref("")
  /** How many strokes are drawn and not kept yet. */
  const underWay = ref(0)
  /** Why the bench could not be opened. */
  const failed = ref("")
  /** Whether a finger rests on the wedge: the paper shows the size, true to scale. */
  const sizing = ref(false)
  let edit = 0
  let started = false
  const { stepOf, closeStep } = useOneStep<BrushState>()

  function show(next: BrushState): void {
    state.value = next
    void engine.api.setBrush("bench", next.document, ++edit)
  }

  function put(next: BrushState): void {
    show(next)
    keeping.keep(next)
  }

  /** Another tab or device made another state of it: shown, and taken back like one's own. */
  function follow(next: BrushState): void {
    const before = state.value
    if (!before) return
    show(next)
    closeStep()
    history.push({ before, after: next })
  }

  /** Do a change again, or the other way round. */
  function apply(
    next: BrushState | undefined,
    coming: KeptStroke[],
    going: KeptStroke[],
    recorded: Change["recorded"],
    again: boolean,
  ): void {
    closeStep()
    if (next) put(next)
    proofs.putBack(coming)
    proofs.remove(going)
    if (recorded && again) {
      own.putBack(recorded.lane, recorded.place)
      proofs.leave(recorded.strokes)
    } else if (recorded) {
      own.takeApart(recorded.lane)
      proofs.join(recorded.strokes)
    }
    if (recorded) showOn(again ? recorded.to : recorded.from)
    // Wet ink has run, and drying is no ink: what came after is inked anew.
    if (coming.length + going.length > 0 || recorded) showStrokes()
  }

  /** Show the brush on a set of lanes. */
  function showOn(proofs: string): void {
    if (state.value) put({ ...state.value, document: { ...state.value.document, proofs } })
  }

  /** That it was used is noted once a visit. */
  let used = false
  function use(): void {
    if (used) return
    used = true
    void device.store.write(markBrush(device.store, id, { usedAt: Date.now() }))
  }

  /** Change the brush's state; `key` names what is changed, so that a drag becomes one step. */
  function become(next: BrushState, key: string): void {
    const before = state.value
    if (!before) return
    use()
    put(next)
    const step = stepOf(key, before)
    const done = { before: step.before, after: next }
    if (step.goesOn) history.goOn(done)
    else history.push(done)
  }

  function change(name: SettingName, value: number | string | boolean): void {
    if (!state.value || state.value.document[name] === value) return
    const document = { ...state.value.document, [name]: value }
    become({ ...state.value, document }, name)
  }

  /** Change several parts of the document as one step. */
  function changeMany(parts: Partial<BrushDocument>, key: string): void {
    if (!state.value) return
    become({ ...state.value, document: { ...state.value.document, ...parts } as BrushDocument }, key)
  }

  function changeLink(output: Output, input: Input, link: Partial<Link>): void {
    if (!state.value) return
    const old = state.value.document
    const whole = { ...(old.responses[output]?.[input] ?? newLink(output)), ...link }
    const responses = { ...old.responses, [output]: { ...old.responses[output], [input]: whole } }
    become({ ...state.value, document: { ...old, responses } }, `${input}>${output}`)
  }

  function rename(name: string, note: string): void {
    if (state.value) become({ ...state.value, name, note }, "name")
    closeStep()
  }

  /** The set of lanes that this brush is shown on; empty for those that ship. */
  const shownSet = computed(() => String(state.value?.document.proofs ?? ""))

  /** A sheet's strokes, where the brush is shown on those. */
  const sheetLane = useSheetLane(device.store, shownSet)

  /** The lanes that this brush is shown on. They stay the same ones while other settings move. */
  const shownLanes = computed((): Lane[] => {
    if (sheetLane.value) return [sheetLane.value]
    const mine = own.lanes.value.filter((one) => one.set === shownSet.value && !one.hidden)
    return shownSet.value && mine.length > 0 ? mine : lanes.lanes.value
  })

  const brush = computed(() => state.value?.document)
  const checkpoints = useCheckpoints(device.store, id, {
    row: keeping.row,
    brush,
    become: (document) => {
      closeStep()
      changeMany(document, "whole")
      closeStep()
    },
  })
  const eraser = useEraser(brush, (size) => change("size", size))
  const sheetLayers = useSheetLayers(brush, device.store, engine, (layers, key) =>
    changeMany({ layers }, key),
  )

  const layout = useLayout(shownLanes, proofs.strokes, inHand)

  const beside = useBeside({
    ...{ store: device.store, engine, brush, strokes: layout.shown, changeMany, closeStep },
    beforeChange: checkpoints.beforeChange,
  })

  function showStrokes(): void {
    // Before the engine is there the sheet may be laid out already.
    if (started) void engine.api.setStrokes("bench", layout.shown())
    beside.showStrokes()
  }

  watch([shownLanes, layout.flow], showStrokes)

  /** Make a lane of strokes, of all loose ones where none are named, and show the brush on its set. */
  function record(name: string, set: string, loose: KeptStroke[] = proofs.strokes.value): void {
    const from = shownSet.value
    if (loose.length === 0 || !state.value) return
    const lane = own.record(name, set, loose)
    const place = own.lanes.value.indexOf(lane)
    proofs.leave(loose)
    showOn(set)
    showStrokes()
    closeStep()
    history.push({ recorded: { lane, place, strokes: loose, from, to: set } })
  }

  /** Make a lane of a word that was written, and show the brush on its set. */
  function keepWord(text: string, set: string, strokes: KeptStroke[]): void {
    const written = strokes.map((one) => proofs.add({ ...one, over: "", brush: id }))
    record(text, set, written)
  }

  /** A stroke was drawn on the sheet as it is laid out now; the engine has it already. */
  function drew(drawn: KeptStroke, inked = true): void {
    const stroke = proofs.add({ ...layout.asKept(drawn), brush: id })
    use()
    if (inked) inHand.value = stroke.id
    closeStep()
    history.push({ added: [stroke] })
  }

  /** Let all ink that is wet dry: it stands in the order of strokes, and can be undone. */
  function dryNow(): void {
    const empty = { kind: "pen" as const, erase: false, seed: 1, samples: new Float32Array(0) }
    drew({ id: newId(), ...empty, dries: true }, false)
    showStrokes()
  }

  /** Take a layer away, with the strokes that lie on it. */
  function removeLayer(which: number): void {
    const before = state.value
    if (!before || before.document.layers.length < 2) return
    checkpoints.beforeChange()
    const left = sheetLayers.without(which, proofs.strokes.value)
    const after = { ...before, document: { ...before.document, layers: left.layers } }
    apply(after, [], left.strokes, undefined, true)
    history.push({ before, after, removed: left.strokes })
  }

  /** Take all strokes of one's own off the sheet. */
  function clear(): void {
    const gone = proofs.strokes.value
    if (gone.length === 0) return
    apply(undefined, [], gone, undefined, true)
    history.push({ removed: gone })
  }

  function takeInHand(stroke: string): void {
    inHand.value = stroke
    void engine.api.takeInHand(stroke)
  }

  async function start(): Promise<void> {
    // What another brush measured says nothing of this one.
    engine.dropReadings()
    await engine.ready
    started = true
    const [opened] = await Promise.all([
      keeping.open(),
      lanes.open(),
      proofs.open(),
      own.open(),
      history.open(),
    ])
    const [shaky, cornered] = [SHAKY, CORNERED].map((key) => lanes.shipped(key))
    if (shaky && cornered) void engine.api.setReference(shaky, cornered)
    if (opened) {
      show(opened)
      checkpoints.begin(opened.document)
    }
    // What another device made of it while it was closed here can be taken back too.
    const known = history
      .changes()
      .reverse()
      .find((one) => one.after ?? one.recorded)?.after
    if (opened && known && !dequal(known, opened)) history.push({ before: known, after: opened })
    showStrokes()
    takeInHand(FIRST_IN_HAND)
  }

  start().catch((error: Error) => (failed.value = error.message))
  return {
    ...{
      id,
      store: device.store,
      engine,
      state,
      eraser,
      sheetLayers,
      checkpoints,
      beside,
      sizing,
      inHand,
      underWay,
      keeping,
      failed,
      lanes,
      own,
      shownSet,
      shownLanes,
      layout,
      proofs,
      waiting,
      history,
    },
    ...{
      change,
      changeMany,
      changeLink,
      closeStep,
      record,
      keepWord,
      rename,
      drew,
      dryNow,
      removeLayer,
      clear,
      takeInHand,
    },
  }
}

export type Bench = ReturnType<typeof makeBench>
const KEY: InjectionKey<Bench> = Symbol("bench")

export const provideBench = (bench: Bench): void => provide(KEY, bench)

export function useBench(): Bench {
  const bench = inject(KEY)
  if (!bench) throw new Error("useBench belongs under a BenchPlace")
  return bench
}
