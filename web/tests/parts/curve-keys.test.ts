import { describe, expect, it } from "vitest"
import { newLink, type Link } from "@/documents/brush"
import { useCurveKeys } from "@/parts/useCurveKeys"

/** A curve under keys; its edits are plain ones, without the core's rules. */
function curve(output = { low: 0, high: 1, unit: "%" }) {
  const link: Link = { ...newLink("size"), range: [0.2, 1], nodes: [[0, 0], [0.5, 0.5], [1, 1]] } // prettier-ignore
  let focused = -1
  let done = 0
  const with_ = (nodes: [number, number][], index: number) => Promise.resolve({ nodes, index })
  const keys = useCurveKeys({
    link: () => link,
    output: () => output,
    edits: {
      add: ({ nodes }, x, y) => with_([...nodes, [x, y]].sort((a, b) => a[0]! - b[0]!) as [number, number][], 1), // prettier-ignore
      move: ({ nodes }, i, x, y) => with_(nodes.map((one, at) => (at === i ? [x, y] : one)), i), // prettier-ignore
      remove: ({ nodes }, i) => with_(nodes.filter((_, at) => at !== i), Math.max(0, i - 1)), // prettier-ignore
    },
    change: (part) => Object.assign(link, part),
    done: () => done++,
    focus: (index) => (focused = index),
  })
  const key = (name: string, shiftKey = false) => new KeyboardEvent("keydown", { key: name, shiftKey })
  return { link, keys, key, focused: () => focused, steps: () => done }
}

describe("a curve under a keyboard", () => {
  it("moves a node by arrows, farther with Shift, each press a step that can be undone", async () => {
    const { link, keys, key, steps, focused } = curve()
    await keys.onNode(key("ArrowUp"), 1)
    await keys.onNode(key("ArrowLeft", true), 1)
    expect(link.nodes[1]).toEqual([0.4, 0.51])
    expect(steps()).toBe(2)
    expect(focused()).toBe(1)
  })

  it("keeps a node on the plot", async () => {
    const { link, keys, key } = curve()
    await keys.onNode(key("ArrowUp", true), 2)
    expect(link.nodes[2]).toEqual([1, 1])
  })

  it("adds a node between neighbours and takes one away, and leaves two at least", async () => {
    const { link, keys, key } = curve()
    await keys.onNode(key("+"), 0)
    expect(link.nodes[1]).toEqual([0.25, 0.25])
    await keys.onNode(key("Delete"), 1)
    await keys.onNode(key("Delete"), 1)
    expect(link.nodes).toHaveLength(2)
    await keys.onNode(key("Delete"), 1)
    expect(link.nodes).toHaveLength(2)
  })

  it("leaves every other key to the page", async () => {
    const { link, keys, key, steps } = curve()
    const tab = key("Tab")
    await keys.onNode(tab, 0)
    keys.onEdge(key("ArrowLeft"), 0)
    keys.onStop(key("ArrowUp"), 1)
    expect(tab.defaultPrevented).toBe(false)
    expect(steps()).toBe(0)
    expect(link.range).toEqual([0.2, 1])
  })

  it("moves the range's ends in the output's own steps and bounds", () => {
    const share = curve()
    share.keys.onEdge(share.key("ArrowDown"), 0)
    expect(share.link.range[0]).toBe(0.19)
    const degrees = curve({ low: -180, high: 180, unit: "°" })
    degrees.link.range = [0, 179]
    degrees.keys.onEdge(degrees.key("ArrowUp", true), 1)
    expect(degrees.link.range[1]).toBe(180)
  })

  it("opens and closes the stretch that changes nothing", () => {
    const { link, keys, key } = curve()
    keys.onStop(key("ArrowRight", true), 1)
    expect(link.dead).toEqual([0, 0.1])
    keys.onStop(key("ArrowLeft", true), 1)
    expect(link.dead).toBeNull()
  })
})
