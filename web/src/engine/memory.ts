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

export class Memory {
  private arenaTop: number
  private arenaEnd: number
  private returned: Block[] = []

  constructor(
    readonly memory: WebAssembly.Memory,
    heapBase: number,
  ) {
    this.arenaTop = heapBase
    this.arenaEnd = memory.buffer.byteLength
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

  /** Room for `bytes`, not zeroed, that is given back with `giveBack`. */
  lend(bytes: number): Block {
    const pages = Math.ceil(bytes / PAGE)
    const fits = this.returned.filter((one) => one.pages >= pages && one.pages <= 2 * pages)
    const block = fits.sort((a, b) => a.pages - b.pages)[0]
    if (!block) return { at: this.memory.grow(pages) * PAGE, pages }
    this.returned.splice(this.returned.indexOf(block), 1)
    return block
  }

  giveBack(block: Block): void {
    this.returned.push(block)
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
