import { afterEach, beforeEach, describe, expect, it, vi } from "vitest"
import { createApp, h } from "vue"
import StepButton from "@/parts/StepButton.vue"

const acts = { onStep: vi.fn(), onDone: vi.fn() }
let app: ReturnType<typeof createApp>
let button: HTMLButtonElement

beforeEach(() => {
  vi.useFakeTimers()
  vi.clearAllMocks()
  const host = document.createElement("div")
  app = createApp(() => h(StepButton, { direction: 1, label: "Size: more", ...acts }))
  app.mount(host)
  button = host.querySelector("button")!
})

afterEach(() => app.unmount())

const send = (type: string) => button.dispatchEvent(new PointerEvent(type))

describe("a plus beside a slider", () => {
  it("is one step at a touch", () => {
    send("pointerdown")
    send("pointerup")
    button.dispatchEvent(new MouseEvent("click", { detail: 1 }))
    vi.advanceTimersByTime(5000)
    expect(acts.onStep.mock.calls).toEqual([[1]])
    expect(acts.onDone).toHaveBeenCalledTimes(1)
  })

  it("runs ever quicker while it is held", () => {
    send("pointerdown")
    vi.advanceTimersByTime(1000)
    const first = acts.onStep.mock.calls.length
    vi.advanceTimersByTime(1000)
    const second = acts.onStep.mock.calls.length - first
    expect(first).toBeGreaterThan(2)
    expect(second).toBeGreaterThan(first)
    send("pointercancel")
    vi.advanceTimersByTime(1000)
    expect(acts.onStep.mock.calls.length).toBe(first + second)
    expect(acts.onDone).toHaveBeenCalledTimes(1)
  })

  it("is one step from a keyboard too", () => {
    button.dispatchEvent(new MouseEvent("click", { detail: 0 }))
    expect(acts.onStep.mock.calls).toEqual([[1]])
    expect(acts.onDone).toHaveBeenCalledTimes(1)
  })

  it("stops when it goes away under the finger", () => {
    send("pointerdown")
    app.unmount()
    const count = acts.onStep.mock.calls.length
    vi.advanceTimersByTime(3000)
    expect(acts.onStep.mock.calls.length).toBe(count)
  })
})
