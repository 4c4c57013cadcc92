import { beforeEach, describe, expect, it, vi } from "vitest"
import { effectScope, nextTick, ref } from "vue"
import { useFingers } from "@/drawing/useFingers"
import { useSheetPointers, type PointerActs } from "@/drawing/useSheetPointers"
import { living } from "../support/scope"

let canvas: HTMLElement
let acts: { [name in keyof PointerActs]: ReturnType<typeof vi.fn> }

beforeEach(() => {
  vi.useFakeTimers({ now: 5000, toFake: ["performance", "Date"] })
  canvas = document.createElement("div")
  canvas.setPointerCapture = () => {}
  document.body.replaceChildren(canvas)
  localStorage.clear()
  acts = {
    inks: vi.fn(() => true),
    down: vi.fn(),
    move: vi.fn(),
    up: vi.fn(),
    cancel: vi.fn(),
    pinch: vi.fn(),
  }
  living(() => useSheetPointers(ref(canvas), acts as unknown as PointerActs))
})

function send(type: string, pointerType: string, pointerId: number, x = 0, y = 0, more = {}) {
  // As Chromium does: where there are raw updates they come before the move.
  const raw = type === "pointermove" && "onpointerrawupdate" in window
  for (const name of raw ? ["pointerrawupdate", type] : [type]) {
    const buttons = type === "pointerup" ? 0 : 1
    const event = new PointerEvent(name, { pointerType, pointerId, clientX: x, clientY: y, buttons, ...more })
    Object.assign(event, { getCoalescedEvents: () => [] })
    Object.defineProperty(event, "timeStamp", { value: performance.now() })
    canvas.dispatchEvent(event)
  }
}

const kinds = () => acts.down.mock.calls.map(([kind]) => kind)

async function fingersDraw(): Promise<void> {
  living(() => useFingers()).fingers.value = "draw"
  await nextTick()
}

describe("pointers on the proof sheet", () => {
  it("draw with a pen, a finger and a mouse, each under its own name", async () => {
    await fingersDraw()
    for (const [id, type] of [
      [1, "pen"],
      [3, "mouse"],
    ] as const) {
      send("pointerdown", type, id)
      send("pointermove", type, id, 10, 0)
      send("pointerup", type, id)
    }
    vi.advanceTimersByTime(1000)
    send("pointerdown", "touch", 2)
    send("pointerup", "touch", 2)
    expect(kinds()).toEqual(["pen", "mouse", "finger"])
    expect(acts.up).toHaveBeenCalledTimes(3)
    expect(acts.cancel).not.toHaveBeenCalled()
  })

  it("ignore a palm while the pen is down, and a moment after", () => {
    send("pointerdown", "pen", 1)
    send("pointerdown", "touch", 2, 300, 300)
    send("pointermove", "touch", 2, 320, 300)
    send("pointerup", "pen", 1)
    vi.advanceTimersByTime(200)
    send("pointerdown", "touch", 4, 300, 300)
    expect(kinds()).toEqual(["pen"])
    expect(acts.pinch).not.toHaveBeenCalled()
  })

  it("leave drawing to the pen from the first one on: fingers move the paper, one by one or two by two", async () => {
    send("pointerdown", "touch", 1, 100, 100)
    send("pointerup", "touch", 1)
    expect(kinds()).toEqual(["finger"])
    send("pointermove", "pen", 2, 0, 0, { buttons: 0 })
    vi.advanceTimersByTime(1000)
    send("pointerdown", "touch", 3, 100, 100)
    send("pointermove", "touch", 3, 130, 90)
    expect(acts.pinch.mock.calls).toEqual([[1, 0, 0, 30, -10]])
    send("pointerdown", "touch", 4, 230, 90)
    send("pointermove", "touch", 4, 330, 90)
    expect(acts.pinch.mock.calls[1]![0]).toBeCloseTo(2)
    send("pointerup", "touch", 4)
    send("pointerup", "touch", 3)
    expect(kinds()).toEqual(["finger"])
    // Chosen otherwise it stays so, whatever pen comes.
    await nextTick()
    await fingersDraw()
    send("pointermove", "pen", 2, 0, 0, { buttons: 0 })
    vi.advanceTimersByTime(1000)
    send("pointerdown", "touch", 5, 100, 100)
    expect(kinds()).toEqual(["finger", "finger"])
  })

  it("let two fingers go on while a pen is held near, and no more once it touches", () => {
    send("pointerdown", "touch", 1, 100, 100)
    send("pointerdown", "touch", 2, 200, 100)
    send("pointermove", "pen", 3, 0, 0, { buttons: 0 })
    send("pointermove", "touch", 2, 300, 100)
    expect(acts.pinch).toHaveBeenCalledTimes(1)
    send("pointerdown", "pen", 3)
    send("pointermove", "touch", 2, 320, 100)
    expect(acts.pinch).toHaveBeenCalledTimes(1)
  })

  it("take back what a finger began when a pen comes near, and choose or mend with fingers as ever", () => {
    send("pointerdown", "touch", 1, 100, 100)
    send("pointermove", "pen", 2, 0, 0, { buttons: 0 })
    expect(acts.cancel).toHaveBeenCalledTimes(1)
    send("pointerdown", "touch", 3, 100, 100)
    expect(kinds()).toEqual(["finger"])
    vi.advanceTimersByTime(1000)
    acts.inks!.mockReturnValue(false)
    send("pointerdown", "touch", 4, 100, 100)
    expect(kinds()).toEqual(["finger", "finger"])
  })

  it("let the pen take over from a palm that touched first", () => {
    send("pointerdown", "touch", 2, 300, 300)
    send("pointerdown", "pen", 1)
    expect(kinds()).toEqual(["finger", "pen"])
    expect(acts.cancel).toHaveBeenCalledTimes(1)
  })

  it("pan and zoom with two fingers, without leaving a stroke", () => {
    send("pointerdown", "touch", 1, 100, 100)
    send("pointerdown", "touch", 2, 200, 100)
    expect(acts.cancel).toHaveBeenCalledTimes(1)
    send("pointermove", "touch", 2, 300, 100)
    const [factor, x, y, dx] = acts.pinch.mock.calls[0]!
    expect(factor).toBeCloseTo(2)
    expect([x, y, dx]).toEqual([200, 100, 50])
    expect(acts.up).not.toHaveBeenCalled()
  })

  it("keep a finger's stroke that was well under way when a second finger came", () => {
    send("pointerdown", "touch", 1, 100, 100)
    vi.advanceTimersByTime(400)
    send("pointermove", "touch", 1, 180, 100)
    send("pointerdown", "touch", 2, 300, 300)
    send("pointerup", "touch", 1)
    expect(acts.cancel).not.toHaveBeenCalled()
    expect(acts.up).toHaveBeenCalledTimes(1)
  })

  it("end the stroke and begin another when a pointer changes its kind in mid-stroke", () => {
    send("pointerdown", "pen", 1)
    send("pointermove", "pen", 1, 10, 0)
    send("pointermove", "mouse", 1, 20, 0)
    expect(kinds()).toEqual(["pen", "mouse"])
    expect(acts.up).toHaveBeenCalledTimes(1)
    send("pointerup", "mouse", 1)
    expect(acts.up).toHaveBeenCalledTimes(2)
  })

  it("keep what a pen drew whose contact the system took away; a finger's was a gesture", async () => {
    await fingersDraw()
    send("pointerdown", "pen", 1)
    send("pointercancel", "pen", 1)
    expect(acts.up).toHaveBeenCalledTimes(1)
    vi.advanceTimersByTime(1000)
    send("pointerdown", "touch", 2)
    send("pointercancel", "touch", 2)
    expect(acts.cancel).toHaveBeenCalledTimes(1)
  })

  it("do not draw with the other buttons of a mouse", () => {
    send("pointerdown", "mouse", 1, 0, 0, { button: 2 })
    send("pointerdown", "mouse", 1, 0, 0, { button: 1 })
    send("pointermove", "mouse", 1, 8, 0, { movementX: 8, movementY: 3 })
    expect(kinds()).toEqual([])
    expect(acts.pinch).toHaveBeenCalledWith(1, 0, 0, 8, 3)
  })

  it("draw in a browser that gathers no events, each with the sample that it tells", () => {
    send("pointerdown", "pen", 1)
    const raw = "onpointerrawupdate" in window ? "pointerrawupdate" : "pointermove"
    const event = new PointerEvent(raw, {
      pointerType: "pen",
      pointerId: 1,
      clientX: 9,
      buttons: 1,
    })
    Object.defineProperty(event, "getCoalescedEvents", { value: undefined })
    canvas.dispatchEvent(event)
    expect(acts.move).toHaveBeenCalledWith([event])
    send("pointerup", "pen", 1)
    expect(acts.up).toHaveBeenCalledTimes(1)
  })

  describe("whose end nobody tells of", () => {
    it("end where the next stroke begins, of a pen and of a mouse", () => {
      for (const type of ["pen", "mouse"]) {
        send("pointerdown", type, 1)
        send("pointermove", type, 1, 10, 0)
        send("pointerdown", type, 4, 50, 50)
        send("pointermove", type, 4, 60, 50)
        send("pointerup", type, 4)
      }
      expect(kinds()).toEqual(["pen", "pen", "mouse", "mouse"])
      expect(acts.up).toHaveBeenCalledTimes(4)
    })

    it("end where the pen is seen to hover, without its hovering in the stroke", () => {
      send("pointerdown", "pen", 1)
      send("pointermove", "pen", 1, 10, 0)
      send("pointermove", "pen", 1, 90, 90, { buttons: 0 })
      send("pointermove", "pen", 1, 99, 99, { buttons: 0 })
      expect(acts.up).toHaveBeenCalledTimes(1)
      expect(acts.move).toHaveBeenCalledTimes(1)
    })

    it("end with the first finger that touches anew, which draws and pinches nothing", () => {
      send("pointerdown", "touch", 1, 10, 10, { isPrimary: true })
      send("pointermove", "touch", 1, 90, 10, { isPrimary: true })
      vi.advanceTimersByTime(2000)
      send("pointerdown", "touch", 2, 200, 200, { isPrimary: true })
      send("pointermove", "touch", 2, 240, 200, { isPrimary: true })
      expect(kinds()).toEqual(["finger", "finger"])
      expect(acts.up).toHaveBeenCalledTimes(1)
      expect(acts.move).toHaveBeenCalledTimes(2)
      expect(acts.pinch).not.toHaveBeenCalled()
    })

    it.each(["the place is left", "the page is put aside", "the screen is turned"])(
      "end whole when %s",
      (when) => {
        const scope = effectScope()
        scope.run(() => useSheetPointers(ref(canvas), acts as unknown as PointerActs))
        acts.up.mockClear()
        send("pointerdown", "pen", 1)
        send("pointermove", "pen", 1, 10, 0)
        const hidden = vi.spyOn(document, "visibilityState", "get")
        if (when === "the place is left") scope.stop()
        if (when === "the page is put aside") {
          hidden.mockReturnValue("hidden")
          document.dispatchEvent(new Event("visibilitychange"))
        }
        if (when === "the screen is turned") window.dispatchEvent(new Event("resize"))
        hidden.mockRestore()
        expect(acts.up).toHaveBeenCalled()
        expect(acts.cancel).not.toHaveBeenCalled()
        acts.move.mockClear()
        if (when === "the place is left") return
        // What the pen still moves is no stroke; the next one is.
        send("pointermove", "pen", 1, 30, 0)
        expect(acts.move).not.toHaveBeenCalled()
        acts.down.mockClear()
        send("pointerdown", "pen", 1)
        expect(acts.down).toHaveBeenCalled()
        scope.stop()
      },
    )
  })
})
