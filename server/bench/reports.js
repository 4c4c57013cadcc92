// A pen that reports as often as a tablet's does: from a real one's touch on, over a real canvas, as the browser tells it.
;(() => {
  let down
  addEventListener("pointerdown", (event) => (down = event), { capture: true })

  const told = (type, place, due, more = {}) => {
    const { pointerId, pointerType } = down
    const given = { pointerId, pointerType, buttons: 1, bubbles: true, isPrimary: true, ...place, ...more }
    const event = new PointerEvent(type, given)
    // It happened when it was due, whenever the page came to hear of it.
    Object.defineProperty(event, "timeStamp", { value: due })
    return event
  }

  /** Where the hand is `u` seconds on: over the middle of a box, pressing and tilting as it goes. */
  function placed(box, u) {
    const [x, y] = [0.5 + 0.36 * Math.sin(2.1 * u), 0.5 + 0.3 * Math.sin(3.3 * u + 1)]
    const pressure = 0.5 + 0.35 * Math.sin(5 * u)
    const lean = { tiltX: Math.round(30 * Math.sin(u)), tiltY: 20 }
    return { clientX: box.left + x * box.width, clientY: box.top + y * box.height, pressure, ...lean }
  }

  /** Tell of reports that came together, in as many events as the browser would. */
  function tell(target, reports, last, due) {
    const type = "onpointerrawupdate" in window ? "pointerrawupdate" : "pointermove"
    if (PointerEvent.prototype.getCoalescedEvents) {
      const coalescedEvents = reports.map(([place, when]) => told(type, place, when))
      target.dispatchEvent(told(type, last, due, { coalescedEvents }))
    } else for (const [place, when] of reports) target.dispatchEvent(told(type, place, when))
  }

  /** Report so often in one event, as if a page had not listened for so long. */
  function together(selector, count, hz) {
    const target = document.querySelector(selector)
    const box = target.getBoundingClientRect()
    const now = performance.now()
    const reports = Array.from({ length: count }, (_, i) => [placed(box, (i + 1) / hz), now + (1000 * (i + 1)) / hz])
    tell(target, reports, ...reports.at(-1))
  }

  /** Report `hz` times a second for so many seconds; what falls due together comes in one event. Returns how many. */
  async function report(selector, seconds, hz) {
    const target = document.querySelector(selector)
    const box = target.getBoundingClientRect()
    const begun = performance.now()
    const count = Math.round(seconds * hz)
    const due = (i) => begun + (1000 * (i + 1)) / hz
    for (let i = 0; i < count; ) {
      await new Promise((go) => setTimeout(go, Math.max(0, due(i) - performance.now())))
      const reports = []
      for (; i < count && due(i) <= performance.now(); i++) reports.push([placed(box, (i + 1) / hz), due(i)])
      if (reports.length > 0) tell(target, reports, placed(box, i / hz), due(i - 1))
    }
    return count
  }

  window.reports = { report, together, placed }
})()
