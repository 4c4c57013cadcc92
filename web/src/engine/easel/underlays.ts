// Pictures that lie below the ink: decoded by the browser, laid by the core.
import { numberOf } from "@/documents/colours"
import type { Underlay } from "@/documents/sheet"
import type { Block } from "../memory/memory"
import type { Module } from "../memory/module"
import type { Bring } from "../memory/pictures"
import { bytesOf, writeField } from "../memory/records"
import type { Sheet } from "./sheet"

interface Decoded {
  block: Block
  width: number
  height: number
}

export class Underlays {
  private decoded = new Map<string, Decoded>()
  private wanted = new Set<string>()
  private record

  constructor(
    private module: Module,
    private bringing: Bring,
  ) {
    this.record = module.memory.take(1, bytesOf("placed"))
  }

  /** How many of some underlays are at hand. */
  have(underlays: Underlay[]): number {
    return underlays.filter(({ picture }) => this.decoded.has(picture)).length
  }

  /** Have the pictures of underlays at hand, and no others. Returns whether any came. One that cannot be had is left out. */
  async bring(underlays: Underlay[]): Promise<boolean> {
    this.wanted = new Set(underlays.map(({ picture }) => picture))
    for (const [digest, { block }] of this.decoded) {
      if (this.wanted.has(digest)) continue
      this.module.memory.giveBack(block)
      this.decoded.delete(digest)
    }
    const missing = [...this.wanted].filter((digest) => !this.decoded.has(digest))
    const came = await Promise.allSettled(missing.map((digest) => this.decode(digest)))
    return came.some(({ status }) => status === "fulfilled")
  }

  private async decode(digest: string): Promise<void> {
    const bitmap = await createImageBitmap(await this.bringing(digest), { premultiplyAlpha: "none" })
    const { width, height } = bitmap
    const context = new OffscreenCanvas(width, height).getContext("2d", { willReadFrequently: true })!
    context.drawImage(bitmap, 0, 0)
    bitmap.close()
    const { data } = context.getImageData(0, 0, width, height)
    if (!this.wanted.has(digest) || this.decoded.has(digest)) return
    for (let i = 0; i < data.length; i += 4) {
      const alpha = data[i + 3]! / 255
      for (let k = 0; k < 3; k++) data[i + k] = data[i + k]! * alpha
    }
    const { memory } = this.module
    const room = this.module.call("chain_room", width, height)
    const block = memory.lend(room * 4)
    memory.u8({ at: block.at, length: data.length }).set(data)
    this.module.call("chain_picture", { at: block.at, length: room }, width, height)
    this.decoded.set(digest, { block, width, height })
  }

  /** Lay underlays on a sheet, the lowest first, instead of those that lie there. */
  lay(sheet: Sheet, underlays: Underlay[]): void {
    do sheet.liftUnderlays()
    while (!underlays.every((one) => this.layOne(sheet, one)))
  }

  /** Returns whether there were tiles enough; else there are more now. */
  private layOne(sheet: Sheet, one: Underlay): boolean {
    const there = this.decoded.get(one.picture)
    if (!there) return true
    const { memory } = this.module
    const write = (name: Parameters<typeof writeField<"placed">>[3], value: number) =>
      writeField(memory, "placed", this.record.at, name, value)
    write("width", there.width)
    write("height", there.height)
    write("x", one.x)
    write("y", one.y)
    // It was measured by the picture's own size, whatever came.
    write("scale", (one.scale * one.width) / there.width)
    write("turn", one.turn)
    write("mirrored", one.mirrored ? 1 : 0)
    write("opacity", one.opacity)
    write("tinted", one.tint ? 1 : 0)
    write("tint", one.tint ? numberOf(one.tint) : 0)
    return sheet.layPicture({ at: there.block.at, length: there.block.pages * 16384 }, this.record)
  }
}
