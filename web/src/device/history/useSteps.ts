// The history of a thing whose settings move under a finger: what belongs together is one step of it.
import { useHistory, type HistoryActs } from "./useHistory"
import { useOneStep } from "./useOneStep"
import type { Store } from "../store"

/** `Before` is what a step of several changes is taken back to. */
export function useSteps<Change, Before>(store: Store, thing: string, acts: HistoryActs<Change>) {
  const history = useHistory<Change>(store, thing, acts)
  const { stepOf, closeStep } = useOneStep<Before>()

  /** Something was done at once. */
  function push(change: Change): void {
    closeStep()
    history.push(change)
  }

  /** Something moved; `key` names what, `was` is what it was, and `change` makes the step of what it is taken back to. */
  function moved(key: string, was: Before, change: (before: Before) => Change): void {
    const { before, goesOn } = stepOf(key, was)
    if (goesOn) history.goOn(change(before))
    else history.push(change(before))
  }

  return { ...history, push, moved, closeStep }
}
