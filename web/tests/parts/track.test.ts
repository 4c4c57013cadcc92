import { describe, expect, it, vi } from "vitest"
import { ref } from "vue"
import { useTrack } from "@/parts/useTrack"
import { living } from "../support/scope"

function track(upright: boolean) {
  const element = document.createElement("div")
  element.setPointerCapture = () => {}
  element.getBoundingClientRect = () =>
    ({ left: 100, top: 50, bottom: 250, width: 400, height: 200 }) as DOMRect
  const acts = { moved: vi.fn(), nudged: vi.fn(), done: vi.fn() }
  living(() => useTrack(ref(element), { upright, ...acts }))
  const point = (type: string, clientX: number, clientY: number) =>
    element.dispatchEvent(new PointerEvent(type, { clientX, clientY, pointerId: 1 }))
  const key = (name: string) =>
    element.dispatchEvent(new KeyboardEvent("keydown", { key: name, cancelable: true }))
  return { ...acts, point, key }
}

describe("a slider's track", () => {
  it("follows a finger from the moment it comes down, until it lifts", () => {
    const { point, moved, done } = track(false)
    point("pointermove", 300, 100)
    expect(moved).not.toHaveBeenCalled()
    point("pointerdown", 200, 100)
    point("pointermove", 300, 100)
    point("pointerup", 300, 100)
    point("pointermove", 500, 100)
    expect(moved.mock.calls).toEqual([[0.25], [0.5]])
    expect(done).toHaveBeenCalledTimes(1)
  })

  it("counts from the foot where it stands upright", () => {
    const { point, moved } = track(true)
    point("pointerdown", 120, 200)
    expect(moved).toHaveBeenCalledWith(0.25)
  })

  it("ends a drag that the system took away", () => {
    const { point, done, moved } = track(false)
    point("pointerdown", 200, 100)
    point("pointercancel", 200, 100)
    point("pointermove", 500, 100)
    expect(done).toHaveBeenCalledTimes(1)
    expect(moved).toHaveBeenCalledTimes(1)
  })

  it("goes a step by arrow keys and all the way by Home and End", () => {
    const { key, nudged, moved, done } = track(false)
    ;["ArrowRight", "ArrowDown", "Home", "End", "a"].forEach(key)
    expect(nudged.mock.calls).toEqual([[1], [-1]])
    expect(moved.mock.calls).toEqual([[0], [1]])
    expect(done).toHaveBeenCalledTimes(4)
  })
})
