// Shows a sheet on a canvas through a view.
import type { Block, Vector } from "../memory/memory"
import type { Module } from "../memory/module"
import { bytesOf, readField, writeField } from "../memory/records"
import type { Sheet } from "./sheet"
import type { Rectangle } from "@/documents/stroke"

const FLAT = 1 << 20

export interface View {
  /** Canvas px per sheet px. */
  zoom: number
  /** Sheet px at the canvas's top left corner. */
  originX: number
  originY: number
  /** Canvas px. */
  width: number
  height: number
}

export type Context = OffscreenCanvasRenderingContext2D | CanvasRenderingContext2D

/** Scratch space for a band of a sheet: screens draw one after the other, so a module's screens share it. */
const bands = new WeakMap<Module, Vector>()

export class Screen {
  private record: Vector
  private flat: Vector
  private pixels: Vector = { at: 0, length: 0 }
  private block?: Block
  private origin: [x: number, y: number] = [0, 0]

  /** `context` may be exchanged: a screen's memory outlives its canvas. */
  constructor(
    private module: Module,
    public context: Context,
  ) {
    this.record = module.memory.take(1, bytesOf("view"))
    this.flat = bands.get(module) ?? module.memory.take(FLAT, 4)
    bands.set(module, this.flat)
  }

  /** Colours are 0xRRGGBB: of the paper, and of what lies around the sheet. */
  setColours(paper: number, desk: number): void {
    writeField(this.module.memory, "view", this.record.at, "paper", paper)
    writeField(this.module.memory, "view", this.record.at, "desk", desk)
  }

  setView(view: View): void {
    const { memory } = this.module
    writeField(memory, "view", this.record.at, "zoom", view.zoom)
    this.origin = [view.originX, view.originY]
    writeField(memory, "view", this.record.at, "width", view.width)
    writeField(memory, "view", this.record.at, "height", view.height)
    const { canvas } = this.context
    if (canvas.width !== view.width || canvas.height !== view.height) {
      canvas.width = view.width
      canvas.height = view.height
    }
    this.have(view.width, view.height)
  }

  /** Have room for a canvas's pixels: one that grows is being turned, and has room for any turn of it from then on. */
  private have(width: number, height: number): void {
    if (width * height <= this.pixels.length) return
    const { memory } = this.module
    const length = this.block ? width ** 2 + height ** 2 : width * height
    if (this.block) memory.giveBack(this.block)
    this.block = memory.lend(4 * length)
    this.pixels = { at: this.block.at, length }
  }

  /** Draw the part of a sheet that lies in a rectangle of sheet px. */
  show(sheet: Sheet, { left, top, right, bottom }: Rectangle): void {
    if (left >= right || top >= bottom || this.pixels.length === 0) return
    const { memory } = this.module
    const { margin } = sheet
    writeField(memory, "view", this.record.at, "margin", margin)
    writeField(memory, "view", this.record.at, "origin_x", this.origin[0] + margin)
    writeField(memory, "view", this.record.at, "origin_y", this.origin[1] + margin)
    const count = this.module.call(
      "present",
      ...[...sheet.presented, this.record, this.flat, this.pixels],
      ...[left + margin, top + margin, right + margin, bottom + margin],
    )
    if (count === 0) return
    const read = (name: "left" | "top" | "right") => readField(memory, "view", this.record.at, name)
    const x = read("left")
    const width = read("right") - x
    const cells = new Uint8ClampedArray(memory.bytes.buffer, this.pixels.at, count * 4)
    this.context.putImageData(new ImageData(cells, width, count / width), x, read("top"))
  }

  /** Draw all that the canvas shows: the whole sheet, and the desk around it. */
  showAll(sheet: Sheet): void {
    this.show(sheet, { left: -(1 << 20), top: -(1 << 20), right: 1 << 20, bottom: 1 << 20 })
  }
}
