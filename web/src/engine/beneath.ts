// What lies beneath the strokes that came last: they are taken off again at once, whatever else is on the sheet.
import type { Module } from "./module"
import type { Vector } from "./memory"
import type { Slots } from "./sheet"

/** Most strokes that can be taken off so. */
const MOST = 32
/** Tiles that one of them may lie on: its layer has three planes. */
const MOST_TILES = 3 * 256
/** Most tiles that are kept for all of them: 48 MB. */
const MOST_KEPT = 768

interface Kept {
  /** Of the stroke; empty while it is in hand. */
  id: string
  list: Vector
}

export class Beneath {
  /** The last stroke's comes last. */
  private kept: Kept[] = []
  private free: Vector[] = []
  private pending?: Vector

  constructor(
    private module: Module,
    private slots: Slots,
  ) {}

  /** A list for the stroke that dries next. */
  next(): Vector {
    this.drop(this.pending)
    if (this.kept.length >= MOST) this.drop(this.kept.shift()!.list)
    this.pending = this.free.pop() ?? this.module.memory.take(1 + 2 * MOST_TILES, 4)
    return this.pending
  }

  /** The stroke that dried last is kept under this id. Where it could not be, none before it can be taken off so. */
  keep(id: string): void {
    const list = this.pending
    if (!list) return
    if (this.count(list) < 0) return this.clear()
    this.pending = undefined
    this.kept.push({ id, list })
    while (this.kept.reduce((sum, one) => sum + this.count(one.list), 0) > MOST_KEPT) {
      this.drop(this.kept.shift()!.list)
    }
  }

  /** Take the strokes off a sheet that came last on it, told in their order. Returns whether they are known. */
  takeOff(maps: Vector, ids: string[]): boolean {
    const last = this.kept.slice(-ids.length)
    if (ids.length === 0 || last.length < ids.length || last.some((one, i) => one.id !== ids[i])) return false
    for (const { list } of last.reverse()) {
      this.module.call("bring_back", maps, this.slots.free, list)
      this.free.push(list)
    }
    this.kept.length -= ids.length
    return true
  }

  /** The sheet is inked anew, or otherwise: nothing of it is known any more. */
  clear(): void {
    this.drop(this.pending)
    this.pending = undefined
    for (const { list } of this.kept.splice(0)) this.drop(list)
  }

  private count(list: Vector): number {
    return this.module.memory.i32(list)[0]!
  }

  private drop(list?: Vector): void {
    if (!list) return
    this.module.call("let_go", this.slots.free, list)
    this.free.push(list)
  }
}
