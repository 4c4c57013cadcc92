// Lanes flow: they are laid out anew for whatever room the sheet has, so that strokes are as large as they can be.
//
// Where a stroke was drawn is never changed: what flows is by how much a lane, or the free paper, is shifted.
import type { Rectangle } from "@/documents/stroke"
import { LANES_AREA, PROOF_SHEET } from "@/generated/layout"

/** A lane as it was drawn: the reach of its strokes' paths with some room, sheet px. */
export interface Block {
  key: string
  reach: Rectangle
}

export interface Flow {
  zoom: number
  /** Where each lane lies now, sheet px; those that have no room are left out. */
  places: Map<string, Rectangle>
  /** How far each lane was shifted. */
  shifts: Map<string, [x: number, y: number]>
  /** Where the free paper begins, sheet px from the top. */
  free: number
}

/**
 * Fitted strokes are never larger than they were drawn (a px of the sheet is a px of the screen then), nor, where lanes
 * can be left out instead, smaller than that.
 */
const LARGEST = 1
const SMALLEST = 0.4
/** What is left of a room that is too low for a label. */
const FLATTEST = 0.05
/** Smaller than so, the room would show more than the sheet. */
const leastFor = (width: number) => Math.max(SMALLEST, Math.min(LARGEST, width / PROOF_SHEET[0]!))
/** Height of a lane's label, CSS px: it stays as large as it is however small the strokes are. */
const LABEL = 22
/** Part of the room that stays free for one's own strokes, and its bounds, CSS px. */
const FREE_PART = 0.2
const FREE_LEAST = 48
const FREE_MOST = 220
/** Where the free paper began on the sheet as it was drawn. */
const FREE_TOP = LANES_AREA[1]!

const widthOf = ({ reach }: Block) => reach.right - reach.left
const heightOf = ({ reach }: Block) => reach.bottom - reach.top
const grown = (block: Block, by: number): Block => {
  const { left, top, right, bottom } = block.reach
  return { ...block, reach: { left: left - by, top: top - by, right: right + by, bottom: bottom + by } }
}
const most = (blocks: Block[], size: (block: Block) => number) => Math.max(0, ...blocks.map(size))
const sum = (sizes: number[]) => sizes.reduce((all, one) => all + one, 0)

interface Grid {
  rows: Block[][]
  columns: number[]
  width: number
  height: number
}

function gridOf(blocks: Block[], across: number): Grid {
  const rows: Block[][] = []
  for (let i = 0; i < blocks.length; i += across) rows.push(blocks.slice(i, i + across))
  const columns = Array.from({ length: across }, (_, k) =>
    most(
      rows.flatMap((row) => row[k] ?? []),
      widthOf,
    ),
  )
  return { rows, columns, width: sum(columns), height: sum(rows.map((row) => most(row, heightOf))) }
}

/** Strokes this much smaller are taken for as large, where they fill the room more evenly. */
const ALIKE = 0.95

/** The grid whose strokes are largest in a room, CSS px, and how large they are; of those alike that of fewest columns. */
function bestGrid(blocks: Block[], width: number, height: number): { grid: Grid; zoom: number } {
  const [sheetWidth, sheetHeight] = PROOF_SHEET as [number, number]
  const choices = blocks
    .map((_, i) => gridOf(blocks, i + 1))
    .filter((grid, i) => i === 0 || (grid.width <= sheetWidth && grid.height <= sheetHeight))
    .map((grid) => {
      const inHeight = (height - grid.rows.length * LABEL) / grid.height
      return { grid, zoom: Math.max(FLATTEST, Math.min(LARGEST, width / grid.width, inHeight)) }
    })
  const largest = Math.max(...choices.map(({ zoom }) => zoom))
  return choices.find(({ zoom }) => zoom >= ALIKE * largest)!
}

function laid({ grid, zoom }: { grid: Grid; zoom: number }, width: number): Flow {
  const places = new Map<string, Rectangle>()
  const shifts = new Map<string, [number, number]>()
  // What a row leaves over lies between its lanes.
  const gap = Math.max(0, Math.min(width / zoom, PROOF_SHEET[0]!) - grid.width) / grid.columns.length
  const lefts = [...grid.columns, 0].map((_, k) => Math.round(sum(grid.columns.slice(0, k)) + k * gap))
  let top = 0
  for (const row of grid.rows) {
    const label = LABEL / zoom
    const bottom = top + Math.ceil(label + most(row, heightOf))
    row.forEach(({ key, reach }, k) => {
      const [left, right] = [lefts[k]!, lefts[k + 1]!]
      places.set(key, { left, top, right, bottom })
      // Whole px, so that shifting there and back changes no sample.
      shifts.set(key, [Math.round(left - reach.left), Math.round(top + label - reach.top)])
    })
    top = bottom
  }
  return { zoom, places, shifts, free: top }
}

/**
 * Lay lanes out for a room `width` x `height`, CSS px; `first` is the key of the lane in hand, `around` how far the ink
 * reaches beyond its path, sheet px.
 */
export function flowed(lanes: Block[], width: number, height: number, first = "", around = 0): Flow {
  const blocks = lanes.map((one) => grown(one, around))
  if (blocks.length === 0 || width <= 0 || height <= 0) {
    return { zoom: 1, places: new Map(), shifts: new Map(), free: 0 }
  }
  const free = Math.min(FREE_MOST, Math.max(FREE_LEAST, FREE_PART * height))
  const room = Math.max(1, height - free)
  let shown = blocks
  let best = bestGrid(shown, width, room)
  // Where they would be too small to judge, the last ones are left out; the one in hand never is.
  while (best.zoom < leastFor(width) && shown.length > 1) {
    shown = [...shown].sort((a, b) => Number(b.key === first) - Number(a.key === first)).slice(0, -1)
    best = bestGrid(shown, width, room)
  }
  return laid(best, width)
}

/** The lane over which a place of the sheet lies, by its key; empty on free paper. */
export function laneAt(flow: Flow | undefined, x: number, y: number): string {
  for (const [key, { left, top, right, bottom }] of flow?.places ?? []) {
    if (x >= left && x < right && y >= top && y < bottom) return key
  }
  return ""
}

/** How far what was drawn over a lane, or on free paper, is shifted; nothing where its lane is not shown. */
export function shiftOf(flow: Flow | undefined, over: string): [x: number, y: number] | undefined {
  if (!flow) return [0, 0]
  return over ? flow.shifts.get(over) : [0, flow.free - FREE_TOP]
}
