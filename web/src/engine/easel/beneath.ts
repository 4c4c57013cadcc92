// What lies beneath the strokes that came last: they are taken off again at once, whatever else is on the sheet.
import type { Module } from "../memory/module"
import type { Vector } from "../memory/memory"
import type { Slots } from "./workspace"

/** Most strokes that can be taken off so. */
const MOST = 32
/** Tiles that one of them may lie on: its layer has three planes. */
const MOST_TILES = 3 * 256
/** Most tiles that are kept for all of them: 48 MB. */
const MOST_KEPT = 768

interface Kept {
  /** Tells a stroke on its layer. */
  key: string
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

  /** The stroke that dried last is known by this key. Where it could not be kept, none before it can be taken off so. */
  keep(key: string): void {
    const list = this.pending
    if (!list) return
    if (this.count(list) < 0) return this.clear()
    this.pending = undefined
    this.kept.push({ key, list })
    while (this.kept.reduce((sum, one) => sum + this.count(one.list), 0) > MOST_KEPT) {
      this.drop(this.kept.shift()!.list)
    }
  }

  /** Take strokes off a sheet, where they are just those that came last on it. Returns whether they are. */
  takeOff(maps: Vector, keys: string[]): boolean {
    const last = this.kept.slice(this.kept.length - keys.length)
    if (last.length < keys.length || last.some(({ key }) => !keys.includes(key))) return false
    for (const { list } of last.reverse()) {
      this.module.call("bring_back", maps, this.slots.free, list)
      this.free.push(list)
    }
    this.kept.length -= keys.length
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
