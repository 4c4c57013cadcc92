// Undo and redo, over settings and strokes alike.
import { computed, shallowReactive } from "vue"

export interface Step {
  undo: () => void
  redo: () => void
}

const MOST = 300

export function useHistory() {
  const done = shallowReactive<Step[]>([])
  const undone = shallowReactive<Step[]>([])

  function push(step: Step): void {
    done.push(step)
    if (done.length > MOST) done.shift()
    undone.length = 0
  }

  function undo(): void {
    const step = done.pop()
    if (!step) return
    step.undo()
    undone.push(step)
  }

  function redo(): void {
    const step = undone.pop()
    if (!step) return
    step.redo()
    done.push(step)
  }

  return {
    push,
    undo,
    redo,
    canUndo: computed(() => done.length > 0),
    canRedo: computed(() => undone.length > 0),
  }
}
