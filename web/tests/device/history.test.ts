import { describe, expect, it, onTestFinished, vi } from "vitest"
import { Store } from "@/device/store"
import { useHistory } from "@/device/history/useHistory"
import { useOneStep } from "@/device/history/useOneStep"
import { living, until } from "../support/scope"

const store = new Store(7)

interface Change {
  from: number
  to: number
}

async function counting(thing = "b1") {
  let value = 0
  const history = living(() =>
    useHistory<Change>(store, thing, {
      undo: ({ from }) => (value = from),
      redo: ({ to }) => (value = to),
    }),
  )
  await history.open()
  value = history.changes().at(-1)?.to ?? 0
  const step = (to: number) => {
    history.push({ from: value, to })
    value = to
  }
  return { history, step, value: () => value }
}

const kept = async (thing: string) => (await store.steps.where("thing").equals(thing).toArray()).length

describe("history", () => {
  it("goes back and forth in the order in which things were done", async () => {
    const { history, step, value } = await counting("back and forth")
    ;[1, 2, 3].forEach(step)
    history.undo()
    history.undo()
    expect(value()).toBe(1)
    history.redo()
    expect(value()).toBe(2)
    expect([history.canUndo.value, history.canRedo.value]).toEqual([true, true])
  })

  it("forgets what was undone once something new is done", async () => {
    const { history, step, value } = await counting("something new")
    step(1)
    step(2)
    history.undo()
    step(5)
    history.redo()
    expect(value()).toBe(5)
    expect(history.canRedo.value).toBe(false)
  })

  it("holds the last three hundred steps", async () => {
    const { history, step, value } = await counting("three hundred")
    for (let i = 1; i <= 310; i++) step(i)
    while (history.canUndo.value) history.undo()
    expect(value()).toBe(10)
  })

  it("does nothing where there is nothing to undo", async () => {
    const { history, value } = await counting("nothing")
    history.undo()
    history.redo()
    expect(value()).toBe(0)
  })

  it("outlives a closed page, what was taken back too", async () => {
    const first = await counting("closed")
    ;[1, 2, 3, 4].forEach(first.step)
    first.history.undo()
    await until(async () => (await kept("closed")) === 4)
    await until(async () => (await store.steps.filter((one) => one.undone).count()) > 0)
    const later = await counting("closed")
    expect(later.value()).toBe(3)
    later.history.redo()
    expect(later.value()).toBe(4)
    for (let i = 0; i < 4; i++) later.history.undo()
    expect(later.value()).toBe(0)
    expect(later.history.canUndo.value).toBe(false)
  })

  it("takes a drag as the one step that it became", async () => {
    const { history, step, value } = await counting("drag")
    step(1)
    for (let to = 2; to < 30; to++) history.goOn({ from: 0, to })
    history.undo()
    expect(value()).toBe(0)
    history.redo()
    expect(value()).toBe(29)
    await until(async () => (await kept("drag")) === 1)
  })

  it("keeps no more on the device than the last hundred, and nothing of last month", async () => {
    const { step } = await counting("many")
    for (let i = 1; i <= 130; i++) step(i)
    await until(async () => (await kept("many")) === 100)
    await store.steps
      .where("thing")
      .equals("many")
      .modify({ at: Date.now() - 31 * 86_400_000 })
    const later = await counting("many")
    expect(later.history.canUndo.value).toBe(false)
    expect(await kept("many")).toBe(0)
  })

  it("of one thing is none of another's", async () => {
    const one = await counting("one")
    one.step(1)
    await until(async () => (await kept("one")) === 1)
    expect((await counting("two")).history.canUndo.value).toBe(false)
    onTestFinished(() => store.close())
  })
})

describe("what is one step", () => {
  const begun = () => living(() => useOneStep<number>())
  const pointer = (kind: string) => window.dispatchEvent(new PointerEvent(kind))

  function later(ms: number): void {
    const now = performance.now() + ms
    const spy = vi.spyOn(performance, "now").mockReturnValue(now)
    onTestFinished(() => spy.mockRestore())
  }

  it("is a drag, however long it rests on the way", () => {
    const { stepOf } = begun()
    pointer("pointerdown")
    expect(stepOf("size", 1)).toEqual({ before: 1, goesOn: false })
    later(5000)
    expect(stepOf("size", 2)).toEqual({ before: 1, goesOn: true })
    pointer("pointerup")
  })

  it("is what follows closely, and no more", () => {
    const { stepOf } = begun()
    stepOf("size", 1)
    expect(stepOf("size", 2)).toEqual({ before: 1, goesOn: true })
    later(5000)
    expect(stepOf("size", 3)).toEqual({ before: 3, goesOn: false })
  })

  it("is no other drag of the same thing, no other thing, and nothing after it was closed", () => {
    const { stepOf, closeStep } = begun()
    pointer("pointerdown")
    stepOf("size", 1)
    pointer("pointerup")
    later(5000)
    pointer("pointerdown")
    expect(stepOf("size", 2).goesOn).toBe(false)
    expect(stepOf("angle", 3).goesOn).toBe(false)
    closeStep()
    expect(stepOf("angle", 4).goesOn).toBe(false)
    pointer("pointerup")
  })
})
