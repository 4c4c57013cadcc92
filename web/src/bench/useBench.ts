// One brush on the bench: its state, its history, its keeping, and the strokes it is tried on.
import { dequal } from "dequal"
import { inject, provide, ref, watch, type InjectionKey } from "vue"
import { markBrush } from "@/acts/placeBrush"
import { openDevice, useWaiting } from "@/device/useDevice"
import { useEngine } from "@/engine/page/useEngine"
import { useLanes } from "@/engine/page/useLanes"
import { CORNERED, SHAKY } from "@/generated/layout"
import { useBeside } from "./beside/useBeside"
import { useCheckpoints } from "./checkpoints/useCheckpoints"
import { useOwnLanes } from "./lanes/useOwnLanes"
import { useSheetLayers } from "./layers/useSheetLayers"
import { useEraser } from "./proof/useEraser"
import { useProofStrokes } from "./proof/useProofStrokes"
import { useBenchHistory } from "./useBenchHistory"
import { useBenchStrokes } from "./useBenchStrokes"
import { useBrushState } from "./useBrushState"
import { useKeeping, type BrushState } from "./useKeeping"
import { useLayout } from "./useLayout"
import { useShownLanes } from "./useShownLanes"

/** The stroke that the cards show until another is taken in hand: it swells, crosses and turns. */
const FIRST_IN_HAND = "loop-0"

export function makeBench(id: string, account: { id: number; username: string }) {
  const engine = useEngine()
  const device = openDevice(account)
  const { store } = device
  const keeping = useKeeping(store, id, follow)
  const proofs = useProofStrokes(store, id, showStrokes)
  const lanes = useLanes()
  const own = useOwnLanes(device)
  const inHand = ref("")
  /** Why the bench could not be opened. */
  const failed = ref("")
  let started = false

  const brush = useBrushState({
    keep: keeping.keep,
    moved(key, was, after) {
      use()
      history.moved(key, was, (before) => ({ before, after }))
    },
    closeStep: () => history.closeStep(),
  })
  const { state, shownSet, changeMany } = brush
  const history = useBenchHistory(store, id, { proofs, own }, { ...brush, reinked: showStrokes })
  const { closeStep } = history
  const shownLanes = useShownLanes(store, shownSet, lanes.lanes, own.lanes)
  const checkpoints = useCheckpoints(store, id, {
    row: keeping.row,
    brush: brush.brush,
    become(document) {
      closeStep()
      changeMany(document, "whole")
      closeStep()
    },
  })
  const eraser = useEraser(brush.brush, (size) => brush.change("size", size))
  const sheetLayers = useSheetLayers(brush.brush, store, engine, (layers, key) => changeMany({ layers }, key))
  const layout = useLayout(shownLanes, proofs.strokes, inHand)
  const beside = useBeside({
    ...{ store, engine, brush: brush.brush, strokes: layout.shown, changeMany, closeStep },
    beforeChange: checkpoints.beforeChange,
  })
  const parts = { brush, proofs, own, layout, sheetLayers, checkpoints, history }
  const strokes = useBenchStrokes(id, parts, { showStrokes, use, hold: (stroke) => (inHand.value = stroke) })

  /** Another tab or device made another state of it: shown, and taken back like one's own. */
  function follow(after: BrushState): void {
    const before = state.value
    if (!before) return
    brush.show(after)
    history.push({ before, after })
  }

  /** That it was used is noted once a visit. */
  let used = false
  function use(): void {
    if (used) return
    used = true
    void store.write(markBrush(store, id, { usedAt: Date.now() }))
  }

  function showStrokes(): void {
    // Before the engine is there the sheet may be laid out already.
    if (started) void engine.api.setStrokes("bench", layout.shown())
    beside.showStrokes()
  }

  watch([shownLanes, layout.flow], showStrokes)

  function takeInHand(stroke: string): void {
    inHand.value = stroke
    void engine.api.takeInHand(stroke)
  }

  async function start(): Promise<void> {
    // What another brush measured says nothing of this one.
    engine.dropReadings()
    await engine.ready
    started = true
    const others = [lanes, proofs, own, history].map((one) => one.open())
    const [opened] = await Promise.all([keeping.open(), ...others])
    const [shaky, cornered] = [SHAKY, CORNERED].map((key) => lanes.shipped(key))
    if (shaky && cornered) void engine.api.setReference(shaky, cornered)
    if (opened) {
      brush.show(opened)
      checkpoints.begin(opened.document)
    }
    // What another device made of it while it was closed here can be taken back too.
    const done = history.changes().reverse()
    const known = done.find((one) => one.after ?? one.recorded)?.after
    if (opened && known && !dequal(known, opened)) history.push({ before: known, after: opened })
    showStrokes()
    takeInHand(FIRST_IN_HAND)
  }

  start().catch((error: Error) => (failed.value = error.message))
  return {
    ...{ id, store, engine, eraser, sheetLayers, checkpoints, beside, inHand, keeping, failed },
    ...{ state, lanes, own, shownSet, shownLanes, layout, proofs, history, closeStep, takeInHand },
    ...{
      glance: brush.glance,
      glanced: brush.glanced,
      change: brush.change,
      changeMany,
      changeLink: brush.changeLink,
      rename: brush.rename,
    },
    ...strokes,
    waiting: useWaiting(store),
    /** Whether a finger rests on the wedge: the paper shows the size, true to scale. */
    sizing: ref(false),
    /** How many strokes are drawn and not kept yet. */
    underWay: ref(0),
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
