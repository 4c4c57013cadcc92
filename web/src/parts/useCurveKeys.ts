// A response's curve under a keyboard: each of its nodes, the ends of its range and of its dead zone is a slider.
import type { CurveChange, Link } from "@/documents/brush"
import { nextTick } from "vue"

/** Shares of the plot that an arrow moves by; with Shift ten times as far. */
const STEP = 0.01
const ARROWS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
}

/** Where an arrow key goes, in steps to the right and up; nothing for any other key. */
export function arrowOf(event: KeyboardEvent): [number, number] | undefined {
  const arrow = ARROWS[event.key]
  const far = event.shiftKey ? 10 : 1
  return arrow && [arrow[0] * far, arrow[1] * far]
}

const within = (value: number, low = 0, high = 1) => Math.min(high, Math.max(low, value))
/** Steps add up to what they say, whatever floats make of them. */
const even = (value: number) => Math.round(value * 1000) / 1000

export interface CurveKeys {
  link: () => Link
  output: () => { low: number; high: number; unit: string }
  edits: {
    add: (link: Link, x: number, y: number) => Promise<CurveChange>
    move: (link: Link, index: number, x: number, y: number) => Promise<CurveChange>
    remove: (link: Link, index: number) => Promise<CurveChange>
  }
  change: (link: Partial<Link>) => void
  done: () => void
  /** Gives the keyboard to a node. */
  focus: (index: number) => void
}

export function useCurveKeys({ link, output, edits, change, done, focus }: CurveKeys) {
  async function apply(made: Promise<CurveChange>): Promise<void> {
    const { nodes, index } = await made
    change({ nodes })
    done()
    await nextTick()
    if (index >= 0) focus(index)
  }

  /** Arrows move a node, Delete takes it away, + puts one between it and the next. */
  async function onNode(event: KeyboardEvent, index: number): Promise<void> {
    const { nodes } = link()
    const [x, y] = nodes[index]!
    const arrow = arrowOf(event)
    const removes = event.key === "Delete" || event.key === "Backspace"
    if (!arrow && !removes && event.key !== "+") return
    event.preventDefault()
    if (arrow)
      return apply(
        edits.move(link(), index, even(within(x + STEP * arrow[0])), even(within(y + STEP * arrow[1]))),
      )
    if (removes) {
      if (nodes.length > 2) await apply(edits.remove(link(), index))
      return
    }
    const other = nodes[index + 1] ?? nodes[index - 1]!
    await apply(edits.add(link(), (x + other[0]) / 2, (y + other[1]) / 2))
  }

  /** Up and down move an end of the range. */
  function onEdge(event: KeyboardEvent, edge: 0 | 1): void {
    const up = arrowOf(event)?.[1]
    if (!up) return
    event.preventDefault()
    const { low, high, unit } = output()
    const range: [number, number] = [...link().range]
    range[edge] = even(within(range[edge] + up * (unit === "%" ? STEP : 1), low, high))
    change({ range })
    done()
  }

  /** Left and right move an end of the stretch that changes nothing. */
  function onStop(event: KeyboardEvent, stop: 0 | 1): void {
    const right = arrowOf(event)?.[0]
    if (!right) return
    event.preventDefault()
    const zone: [number, number] = [...(link().dead ?? [0, 0])]
    zone[stop] = even(within(zone[stop] + STEP * right))
    if (zone[0] > zone[1]) zone[1 - stop] = zone[stop]
    change({ dead: zone[1] - zone[0] < STEP / 2 ? null : zone })
    done()
  }

  return { onNode, onEdge, onStop }
}
