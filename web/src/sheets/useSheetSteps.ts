// What a hand does on a sheet, each a step of its history.
import type { Ref } from "vue"
import type { Store } from "@/device/store"
import { useSteps } from "@/device/history/useSteps"
import { newId } from "@/documents/ids"
import type { SheetDocument, SheetStroke } from "@/documents/sheet"
import type { KeptStroke } from "@/documents/stroke"
import type { SheetChange } from "@/engine/easel/sheetEasel"
import type { useHand } from "./paper/useHand"
import type { useInkedWith } from "./paper/useInkedWith"
import type { useSheetStrokes, InkedStroke } from "./paper/useSheetStrokes"

/** A step of the history. */
export interface SheetStep {
  paper?: { before: Partial<SheetDocument>; after: Partial<SheetDocument> }
  added?: SheetStroke[]
  removed?: SheetStroke[]
  inked?: { before: InkedStroke[]; after: InkedStroke[] }
}

/** `showPaper` shows and keeps parts of the document, `tell` tells the engine. */
export function useSheetSteps(
  store: Store,
  id: string,
  on: {
    document: Ref<SheetDocument | undefined>
    strokes: ReturnType<typeof useSheetStrokes>
    hand: ReturnType<typeof useHand>
    inking: ReturnType<typeof useInkedWith>
  },
  acts: { showPaper: (parts: Partial<SheetDocument>) => void; tell: (change: SheetChange) => void },
) {
  const { document, strokes, hand, inking } = on
  const history = useSteps<SheetStep, Partial<SheetDocument>>(store, id, {
    undo: (step) => apply(step, true),
    redo: (step) => apply(step, false),
  })

  function apply({ paper, added = [], removed = [], inked }: SheetStep, back: boolean): void {
    history.closeStep()
    if (paper) acts.showPaper(back ? paper.before : paper.after)
    strokes.remove(back ? added : removed)
    strokes.putBack(back ? removed : added)
    if (inked) strokes.ink(back ? inked.before : inked.after)
  }

  /** Change parts of the sheet's document; what follows closely under the same key is one step. */
  function change(parts: Partial<SheetDocument>, key: string): void {
    const was = document.value
    if (!was) return
    const names = Object.keys(parts) as (keyof SheetDocument)[]
    const now = Object.fromEntries(names.map((name) => [name, was[name]]))
    acts.showPaper(parts)
    history.moved(key, now, (before) => ({ paper: { before, after: parts } }))
  }

  /** Lay strokes on the sheet as one step. */
  function add(added: SheetStroke[], toPaper = true): void {
    strokes.add(added, inking.freshOf(added))
    if (toPaper) acts.tell({ put: added })
    history.push({ added })
  }

  function remove(removed: SheetStroke[]): void {
    if (removed.length === 0) return
    strokes.remove(removed)
    history.push({ removed })
  }

  /** Lay other strokes in the place of some, as one step. */
  function replace(removed: SheetStroke[], added: SheetStroke[]): void {
    strokes.remove(removed)
    strokes.add(added)
    acts.tell({ put: added })
    history.push({ removed, added })
  }

  /** Let all ink that is wet dry: it stands in the order of strokes. */
  function dryNow(): void {
    const look = hand.look()
    if (!look) return
    inking.use(look)
    const inked = { look: look.id, ink: "", opacity: null, seed: 1 }
    const empty = { kind: "pen" as const, erase: false, samples: new Float32Array(0), dries: true }
    add([{ id: newId(), sheet: id, drawnAt: strokes.nextMoment(), ...inked, ...empty }])
  }

  /** Take a layer away with the strokes that lie on it. */
  function removeLayer(which: number): void {
    const was = document.value?.layers ?? []
    if (was.length < 2) return
    const layers = was.filter((one) => one.which !== which)
    const all = [...strokes.strokes.value.values()]
    const removed = all.filter((one) => !one.dries && (one.layer ?? 0) === which)
    acts.showPaper({ layers })
    strokes.remove(removed)
    history.push({ paper: { before: { layers: was }, after: { layers } }, removed })
  }

  /** Ink strokes otherwise, as one step. */
  function ink(before: InkedStroke[], after: InkedStroke[]): void {
    strokes.ink(after, inking.freshOf(after))
    history.push({ inked: { before, after } })
  }

  return {
    ...{ history, closeStep: history.closeStep, change, add, remove, replace, dryNow, removeLayer, ink },
    /** A stroke was drawn; the engine has it already. */
    drew: (drawn: KeptStroke) => add([drawn as SheetStroke], false),
  }
}
