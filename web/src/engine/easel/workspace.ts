// What sheets of a module share: scratch space for strokes, and tile slots.
import { RECENT } from "@/generated/layout"
import type { Images } from "../memory/images"
import type { Block, Vector } from "../memory/memory"
import type { Module } from "../memory/module"
import { Reaches } from "../memory/reach"
import { bytesOf } from "../memory/records"

/** Most samples that are fed at once. */
export const BATCH = 4096
/** Most samples that are drawn ahead of the hand. */
export const MOST_FORESEEN = 64
const POINTS = 1 << 17
const STAMPS = 1 << 16
const MOST_SLOTS = 65536

/** What strokes need while they are drawn. One sheet at a time has a stroke in hand in it. */
export class Workspace {
  readonly recent: Vector
  readonly even: Vector
  readonly path: Vector
  readonly stamps: Vector
  readonly samples: Vector
  readonly reaches: Reaches
  /** Scratch space that inking needs. */
  work: Vector = { at: 0, length: 0 }
  /** How many recorded strokes were inked in it. */
  inked = 0
  private block?: Block

  constructor(
    private module: Module,
    readonly images: Images,
  ) {
    const { memory } = module
    this.recent = memory.take(RECENT, bytesOf("point"))
    this.even = memory.take(POINTS, bytesOf("point"))
    this.path = memory.take(POINTS, bytesOf("point"))
    this.stamps = memory.take(STAMPS, bytesOf("stamp"))
    this.samples = memory.take(BATCH + MOST_FORESEEN, bytesOf("sample"))
    this.reaches = new Reaches(module, images)
  }

  /** Have scratch space for so many numbers at least. */
  have(room: number): void {
    if (room <= this.work.length) return
    const { memory } = this.module
    if (this.block) memory.giveBack(this.block)
    this.block = memory.lend(room * 4)
    this.work = { at: this.block.at, length: room }
  }
}

/** Tile slots that no sheet uses, shared by all sheets of a module. */
export class Slots {
  readonly free: Vector

  constructor(private module: Module) {
    this.free = module.memory.take(MOST_SLOTS + 1, 4)
  }

  get count(): number {
    return this.module.memory.i32(this.free)[0]!
  }

  grow(count?: number): void {
    const fresh = this.module.memory.growSlots(count)
    this.module.call("add_slots", this.free, fresh.first, fresh.count)
  }
}
