// What a person cannot hit, read or reach, as sentences. Run in the page by the layout audit.
() => {
  const found = []
  const seen = (el) => {
    const style = getComputedStyle(el)
    const box = el.getBoundingClientRect()
    return style.visibility === "visible" && Number(style.opacity) > 0.05 && box.width > 0 && box.height > 0
  }
  const named = (el) => {
    const name = el.getAttribute("aria-label") || el.textContent.trim().slice(0, 40) || el.getAttribute("name") || ""
    return `<${el.tagName.toLowerCase()} ${String(el.className.baseVal ?? el.className).slice(0, 40)}> "${name}"`
  }
  const clips = (el) => {
    const style = getComputedStyle(el)
    return [style.overflowX, style.overflowY].map((one) => one !== "visible")
  }
  const scrolls = (el, axis) => {
    const style = getComputedStyle(el)
    const [how, whole, shown] = axis
      ? [style.overflowY, el.scrollHeight, el.clientHeight]
      : [style.overflowX, el.scrollWidth, el.clientWidth]
    // The page itself scrolls down unless it is told not to; nobody looks for what lies beside it.
    if (el === document.scrollingElement) return axis && how !== "hidden" && how !== "clip" && whole > shown
    return (how === "auto" || how === "scroll") && whole > shown
  }
  const ancestors = (el) => {
    const all = []
    for (let up = el.parentElement; up; up = up.parentElement) all.push(up)
    return all
  }
  // What lies over the rest on purpose: a dialog, a menu that is open, what covers a place.
  const modal = [...document.querySelectorAll(".el-overlay, .el-popover, [data-covers]")].filter(seen).at(-1)
  const within = (el) => !modal || modal.contains(el)
  const SLACK = 1.5

  const controls = [
    ...document.querySelectorAll(
      "button, a[href], input, select, textarea, [role=slider], [role=radio], [role=switch], [tabindex='0']",
    ),
  ].filter((el) => within(el) && seen(el) && el.type !== "hidden" && !el.closest("[aria-hidden=true]"))

  for (const el of controls) {
    const label = el.closest("label, .el-input__wrapper, .el-select__wrapper, .el-switch, .el-color-picker")
    const target = label && label.contains(el) ? label : el
    const before = ancestors(el).map((up) => [up, up.scrollLeft, up.scrollTop])
    target.scrollIntoView({ block: "nearest", inline: "nearest" })
    const box = target.getBoundingClientRect()
    // A script can move what a finger cannot.
    if (before.some(([up, left, top]) => (up.scrollLeft !== left && !scrolls(up, 0)) || (up.scrollTop !== top && !scrolls(up, 1))))
      found.push(`outside the window: ${named(el)}`)
    if (box.left < -SLACK || box.top < -SLACK || box.right > innerWidth + SLACK || box.bottom > innerHeight + SLACK)
      found.push(`outside the window: ${named(el)}`)
    const [x, y] = [(box.left + box.right) / 2, (box.top + box.bottom) / 2]
    const hit = document.elementFromPoint(x, y)
    if (!hit || !(target.contains(hit) || hit.contains(target) && hit.matches("label, button")))
      if (!el.disabled || !hit || !hit.contains(el)) found.push(`covered by ${hit ? named(hit) : "nothing"}: ${named(el)}`)
    if (box.width < 43.5 || box.height < 43.5)
      found.push(`${Math.round(box.width)} x ${Math.round(box.height)} px to hit: ${named(el)}`)
    for (const [up, left, top] of before) if (up.scrollLeft !== left || up.scrollTop !== top) up.scrollTo(left, top)
  }

  const texts = []
  const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT)
  while (walk.nextNode()) {
    const node = walk.currentNode
    const el = node.parentElement
    if (!node.data.trim() || !within(el) || !seen(el) || el.closest("script, style, svg")) continue
    const range = document.createRange()
    range.selectNodeContents(node)
    const boxes = [...range.getClientRects()].filter((one) => one.width > 1 && one.height > 1)
    const ups = [el, ...ancestors(el)]
    for (const box of boxes) {
      let [left, top, right, bottom] = [box.left, box.top, box.right, box.bottom]
      let reachable = false
      for (const up of ups) {
        const [clipX, clipY] = clips(up)
        if (!clipX && !clipY) continue
        const frame = up.getBoundingClientRect()
        reachable ||= scrolls(up, 0) || scrolls(up, 1)
        if (clipX) [left, right] = [Math.max(left, frame.left), Math.min(right, frame.right)]
        if (clipY) [top, bottom] = [Math.max(top, frame.top), Math.min(bottom, frame.bottom)]
      }
      left = Math.max(left, 0)
      right = Math.min(right, innerWidth)
      const lost = box.width - Math.max(0, right - left) > 2 || box.height - Math.max(0, bottom - top) > box.height * 0.35
      if (lost && !reachable && !el.closest("[title]")) found.push(`cut off: "${node.data.trim().slice(0, 60)}"`)
      if (right - left > 2 && bottom - top > 2) texts.push({ el, left, top, right, bottom, text: node.data.trim() })
    }
  }
  // Where a text's own glyphs may reach is less than its line.
  const inset = (one) => (one.bottom - one.top) * 0.22
  texts.forEach((one, i) => {
    for (const other of texts.slice(i + 1)) {
      if (one.el === other.el || one.el.contains(other.el) || other.el.contains(one.el)) continue
      const across = Math.min(one.right, other.right) - Math.max(one.left, other.left)
      const down = Math.min(one.bottom - inset(one), other.bottom - inset(other)) -
        Math.max(one.top + inset(one), other.top + inset(other))
      if (across <= 2 || down <= 2) continue
      const [x, y] = [
        (Math.max(one.left, other.left) + Math.min(one.right, other.right)) / 2,
        (Math.max(one.top, other.top) + Math.min(one.bottom, other.bottom)) / 2,
      ]
      const hit = document.elementFromPoint(x, y)
      // One that lies under something opaque is not seen with the other.
      const both = [one, other].every(({ el }) => hit && (hit.contains(el) || el.contains(hit)))
      if (both) found.push(`texts overlap: "${one.text.slice(0, 40)}" and "${other.text.slice(0, 40)}"`)
    }
  })
  return [...new Set(found)]
}
