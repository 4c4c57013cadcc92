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

  /** Report `hz` times a second for so many seconds; what falls due together comes in one event. Returns how many. */
  async function report(selector, seconds, hz) {
    const target = document.querySelector(selector)
    const box = target.getBoundingClientRect()
    const begun = performance.now()
    const count = Math.round(seconds * hz)
    const due = (i) => begun + (1000 * (i + 1)) / hz
    for (let i = 0; i < count; ) {
      await new Promise((go) => setTimeout(go, Math.max(0, due(i) - performance.now())))
      const coalescedEvents = []
      while (i < count && due(i) <= performance.now()) {
        coalescedEvents.push(told("pointerrawupdate", placed(box, (i + 1) / hz), due(i)))
        i++
      }
      if (coalescedEvents.length === 0) continue
      const last = placed(box, i / hz)
      target.dispatchEvent(told("pointerrawupdate", last, due(i - 1), { coalescedEvents }))
    }
    return count
  }

  window.reports = { report, placed }
})()
