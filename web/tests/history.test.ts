import { describe, expect, it } from "vitest"
import { useHistory } from "@/parts/useHistory"

function counting() {
  const history = useHistory()
  let value = 0
  const step = (to: number) => {
    const from = value
    value = to
    history.push({ undo: () => (value = from), redo: () => (value = to) })
  }
  return { history, step, value: () => value }
}

describe("history", () => {
  it("goes back and forth in the order in which things were done", () => {
    const { history, step, value } = counting()
    ;[1, 2, 3].forEach(step)
    history.undo()
    history.undo()
    expect(value()).toBe(1)
    history.redo()
    expect(value()).toBe(2)
    expect([history.canUndo.value, history.canRedo.value]).toEqual([true, true])
  })

  it("forgets what was undone once something new is done", () => {
    const { history, step, value } = counting()
    step(1)
    step(2)
    history.undo()
    step(5)
    history.redo()
    expect(value()).toBe(5)
    expect(history.canRedo.value).toBe(false)
  })

  it("holds the last three hundred steps", () => {
    const { history, step, value } = counting()
    for (let i = 1; i <= 310; i++) step(i)
    while (history.canUndo.value) history.undo()
    expect(value()).toBe(10)
  })

  it("does nothing where there is nothing to undo", () => {
    const { history, value } = counting()
    history.undo()
    history.redo()
    expect(value()).toBe(0)
  })
})
