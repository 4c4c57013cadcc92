// What a hand does with strokes on the bench, each a step of the history.
import type { KeptStroke } from "@/documents/stroke"
import { newId } from "@/documents/ids"
import type { useCheckpoints } from "./checkpoints/useCheckpoints"
import type { useOwnLanes } from "./lanes/useOwnLanes"
import type { useSheetLayers } from "./layers/useSheetLayers"
import type { useProofStrokes } from "./proof/useProofStrokes"
import type { BenchHistory } from "./useBenchHistory"
import type { useBrushState } from "./useBrushState"
import type { useLayout } from "./useLayout"

export interface BenchParts {
  brush: ReturnType<typeof useBrushState>
  proofs: ReturnType<typeof useProofStrokes>
  own: ReturnType<typeof useOwnLanes>
  layout: ReturnType<typeof useLayout>
  sheetLayers: ReturnType<typeof useSheetLayers>
  checkpoints: ReturnType<typeof useCheckpoints>
  history: BenchHistory
}

/** `showStrokes` inks the sheet anew, `use` notes that the brush was used, `hold` takes a stroke in hand. */
export function useBenchStrokes(
  id: string,
  { brush, proofs, own, layout, sheetLayers, checkpoints, history }: BenchParts,
  acts: { showStrokes: () => void; use: () => void; hold: (stroke: string) => void },
) {
  /** Make a lane of strokes, of all loose ones where none are named, and show the brush on its set. */
  function record(name: string, set: string, loose: KeptStroke[] = proofs.strokes.value): void {
    const from = brush.shownSet.value
    if (loose.length === 0 || !brush.state.value) return
    const lane = own.record(name, set, loose)
    const place = own.lanes.value.indexOf(lane)
    proofs.leave(loose)
    brush.showOn(set)
    acts.showStrokes()
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
    acts.use()
    if (inked) acts.hold(stroke.id)
    history.push({ added: [stroke] })
  }

  /** Let all ink that is wet dry: it stands in the order of strokes, and can be undone. */
  function dryNow(): void {
    const empty = { kind: "pen" as const, erase: false, seed: 1, samples: new Float32Array(0) }
    drew({ id: newId(), ...empty, dries: true }, false)
    acts.showStrokes()
  }

  /** Take a layer away, with the strokes that lie on it. */
  function removeLayer(which: number): void {
    const before = brush.state.value
    if (!before || before.document.layers.length < 2) return
    checkpoints.beforeChange()
    const left = sheetLayers.without(which, proofs.strokes.value)
    const after = { ...before, document: { ...before.document, layers: left.layers } }
    history.apply({ state: after, going: left.strokes })
    history.push({ before, after, removed: left.strokes })
  }

  /** Take all strokes of one's own off the sheet. */
  function clear(): void {
    const gone = proofs.strokes.value
    if (gone.length === 0) return
    history.apply({ going: gone })
    history.push({ removed: gone })
  }

  return { record, keepWord, drew, dryNow, removeLayer, clear }
}
