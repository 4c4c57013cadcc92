// What a sheet was before strokes were inked otherwise: its ink comes of its strokes alone, so that where these are as
// they were, the tiles are too. Undo and redo of re-inking ink nothing.
import type { KeptStroke, Rectangle } from "@/documents/stroke"
import type { Vector } from "../memory/memory"
import type { Module } from "../memory/module"
import type { Sheet } from "./sheet"
import type { Slots } from "./workspace"

/** Most changes that can be turned back so. */
const MOST = 8
/** Most tiles that are kept for one of them, and for all: 64 MB. */
const MOST_TILES = 1024

/** Where each stroke lies, device px. */
export type Reached = Map<string, Rectangle>

interface Former {
  /** The strokes that these tiles show, and those that the sheet shows instead. */
  was: KeptStroke[]
  now: KeptStroke[]
  reached: Reached
  tiles: Rectangle
  list: Vector
}

export class FormerInk {
  /** The last change comes last. */
  private kept: Former[] = []
  private free: Vector[] = []

  constructor(
    private module: Module,
    private slots: Slots,
  ) {}

  /**
   * A sheet takes over the ink of another, which shows it with other strokes: what lay there is kept, as far as there
   * is room. `take` takes it over, given a list for what lay there.
   */
  keep(of: Omit<Former, "list">, take: (list: Vector) => void): void {
    const list = this.free.pop() ?? this.module.memory.take(1 + 2 * MOST_TILES, 4)
    take(list)
    if (this.count(list) < 0) return this.drop(list)
    this.kept.push({ ...of, list })
    while (
      this.kept.length > MOST ||
      this.kept.reduce((sum, { list }) => sum + this.count(list), 0) > MOST_TILES
    )
      this.drop(this.kept.shift()!.list)
  }

  /**
   * Have the sheet show other strokes, where it did so before it came to those that it shows now. What it shows now is
   * kept in turn. Returns where they lie, and the tiles that change.
   */
  turn(
    sheet: Sheet,
    [was, now]: [KeptStroke[], KeptStroke[]],
    reached: Reached,
    same: (a: KeptStroke, b: KeptStroke) => boolean,
  ): { reached: Reached; tiles: Rectangle } | undefined {
    const alike = (a: KeptStroke[], b: KeptStroke[]) =>
      a.length === b.length && a.every((one, i) => same(one, b[i]!))
    const at = this.kept.findLastIndex((one) => alike(one.now, was) && alike(one.was, now))
    if (at < 0) return undefined
    const [former] = this.kept.splice(at, 1)
    const { list, tiles, reached: there } = former!
    this.module.call("exchange_tiles", sheet.maps, list)
    this.kept.push({ was, now, reached, tiles, list })
    return { reached: there, tiles }
  }

  /** The sheet is another one, or is inked with other brushes: nothing of it is known any more. */
  clear(): void {
    for (const { list } of this.kept.splice(0)) this.drop(list)
  }

  private count(list: Vector): number {
    return this.module.memory.i32(list)[0]!
  }

  private drop(list: Vector): void {
    this.module.call("let_go", this.slots.free, list)
    this.free.push(list)
  }
}
