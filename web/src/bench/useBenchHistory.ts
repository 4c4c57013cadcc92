// What was done on the bench, and back: to the brush's state, to strokes on the sheet, to strokes that became a lane.
import type { KeptStroke } from "@/documents/stroke"
import type { Store } from "@/device/store"
import { useSteps } from "@/device/history/useSteps"
import type { OwnLane } from "@/pictures/ownLanes"
import type { useOwnLanes } from "./lanes/useOwnLanes"
import type { useProofStrokes } from "./proof/useProofStrokes"
import type { BrushState } from "./useKeeping"

/** What a step changed. */
export interface Change {
  before?: BrushState
  after?: BrushState
  added?: KeptStroke[]
  removed?: KeptStroke[]
  recorded?: { lane: OwnLane; place: number; strokes: KeptStroke[]; from: string; to: string }
}

/** What a step does, one way or the other. */
interface Done {
  state?: BrushState
  coming?: KeptStroke[]
  going?: KeptStroke[]
  recorded?: Change["recorded"]
}

/** `reinked` hears where strokes came, went or changed places: wet ink has run, and what came after is inked anew. */
export function useBenchHistory(
  store: Store,
  id: string,
  on: { proofs: ReturnType<typeof useProofStrokes>; own: ReturnType<typeof useOwnLanes> },
  acts: { put: (state: BrushState) => void; showOn: (set: string) => void; reinked: () => void },
) {
  const { proofs, own } = on
  const history = useSteps<Change, BrushState>(store, id, {
    undo: ({ before, added, removed, recorded }) =>
      apply({ state: before, coming: removed, going: added, recorded }, false),
    redo: ({ after, added, removed, recorded }) =>
      apply({ state: after, coming: added, going: removed, recorded }, true),
  })

  /** Do a change again, or the other way round. */
  function apply({ state, coming = [], going = [], recorded }: Done, again = true): void {
    history.closeStep()
    if (state) acts.put(state)
    proofs.putBack(coming)
    proofs.remove(going)
    if (recorded && again) {
      own.putBack(recorded.lane, recorded.place)
      proofs.leave(recorded.strokes)
    } else if (recorded) {
      own.takeApart(recorded.lane)
      proofs.join(recorded.strokes)
    }
    if (recorded) acts.showOn(again ? recorded.to : recorded.from)
    if (coming.length + going.length > 0 || recorded) acts.reinked()
  }

  return { ...history, apply }
}

export type BenchHistory = ReturnType<typeof useBenchHistory>
