// The module's memory: allocation, tile slots, and views that survive growth.

/** A vector in the module's memory: where it starts and how many elements it has. */
export interface Vector {
  at: number
  length: number
}

/** Pages that are lent for a while. */
export interface Block {
  at: number
  pages: number
}

/** A tile is exactly one page of WebAssembly memory, so a tile's slot is its page number. */
export const PAGE = 65536
const ARENA_PAGES = 64
const SLOTS_AT_ONCE = 256
/** Bytes before and after what is lent, while it is guarded. */
const GUARD = 64
const GUARDED = 0xa5

export class Memory {
  private arenaTop: number
  private arenaEnd: number
  /** Room that was lent and came back: by address, no two of them side by side. */
  private gaps: Block[] = []
  /** While tested: of what is lent now, how many bytes were asked for. */
  private guards?: Map<number, number>

  constructor(
    readonly memory: WebAssembly.Memory,
    heapBase: number,
  ) {
    this.arenaTop = heapBase
    this.arenaEnd = memory.buffer.byteLength
  }

  /** From now on, whoever writes beyond what it was lent is found out when that comes back. */
  guard(): void {
    this.guards ??= new Map()
  }

  get bytes(): Uint8Array<ArrayBuffer> {
    return new Uint8Array(this.memory.buffer as ArrayBuffer)
  }

  get view(): DataView {
    return new DataView(this.memory.buffer)
  }

  f32(v: Vector): Float32Array<ArrayBuffer> {
    return new Float32Array(this.memory.buffer as ArrayBuffer, v.at, v.length)
  }

  i32(v: Vector): Int32Array<ArrayBuffer> {
    return new Int32Array(this.memory.buffer as ArrayBuffer, v.at, v.length)
  }

  /** Zeroed room for `length` elements of `size` bytes each; it is never given back. */
  take(length: number, size: number): Vector {
    const bytes = length * size
    let at = (this.arenaTop + 15) & ~15
    if (at + bytes > this.arenaEnd) {
      const pages = Math.max(ARENA_PAGES, Math.ceil(bytes / PAGE) + 1)
      at = this.memory.grow(pages) * PAGE
      this.arenaEnd = at + pages * PAGE
    }
    this.arenaTop = at + bytes
    return { at, length }
  }

  /**
   * Room for `bytes`, not zeroed, that is given back with `giveBack`. The smallest gap that holds it is used, and only
   * as much of it as is needed; at the memory's end only what the last gap lacks is added.
   */
  lend(bytes: number): Block {
    if (!this.guards) return this.borrow(bytes)
    const { at, pages } = this.borrow(bytes + 2 * GUARD)
    this.bytes.fill(GUARDED, at, at + GUARD)
    this.bytes.fill(GUARDED, at + GUARD + bytes, at + 2 * GUARD + bytes)
    this.guards.set(at + GUARD, bytes)
    return { at: at + GUARD, pages }
  }

  private borrow(bytes: number): Block {
    const pages = Math.max(1, Math.ceil(bytes / PAGE))
    const gap = this.gaps.filter((one) => one.pages >= pages).sort((a, b) => a.pages - b.pages)[0]
    if (gap) {
      const { at } = gap
      gap.at += pages * PAGE
      gap.pages -= pages
      if (gap.pages === 0) this.gaps.splice(this.gaps.indexOf(gap), 1)
      return { at, pages }
    }
    const last = this.gaps.at(-1)
    if (last && last.at + last.pages * PAGE === this.memory.buffer.byteLength) {
      this.memory.grow(pages - last.pages)
      this.gaps.pop()
      return { at: last.at, pages }
    }
    return { at: this.memory.grow(pages) * PAGE, pages }
  }

  giveBack({ at, pages }: Block): void {
    const bytes = this.guards?.get(at)
    if (bytes === undefined) return this.takeBack({ at, pages })
    this.guards!.delete(at)
    const around = [at - GUARD, at + bytes].flatMap((from) => [...this.bytes.subarray(from, from + GUARD)])
    if (around.some((one) => one !== GUARDED))
      throw new Error(`a kernel wrote beyond the ${bytes} bytes that it was lent`)
    this.takeBack({ at: at - GUARD, pages })
  }

  private takeBack({ at, pages }: Block): void {
    let place = this.gaps.findIndex((one) => one.at > at)
    if (place < 0) place = this.gaps.length
    this.gaps.splice(place, 0, { at, pages })
    // Neighbours become one gap.
    for (const i of [place, place - 1]) {
      const [here, next] = [this.gaps[i], this.gaps[i + 1]]
      if (here && next && here.at + here.pages * PAGE === next.at) {
        here.pages += next.pages
        this.gaps.splice(i + 1, 1)
      }
    }
  }

  u8(v: Vector): Uint8Array<ArrayBuffer> {
    return new Uint8Array(this.memory.buffer as ArrayBuffer, v.at, v.length)
  }

  /** The whole memory as 32-bit cells: tile slots count from its start. */
  get cells(): Vector {
    return { at: 0, length: this.memory.buffer.byteLength / 4 }
  }

  /** Fresh pages for tiles: the first slot and how many. */
  growSlots(count = SLOTS_AT_ONCE): { first: number; count: number } {
    return { first: this.memory.grow(count), count }
  }
}
