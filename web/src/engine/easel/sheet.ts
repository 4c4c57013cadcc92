// A sheet in the module's memory, and the stroke in hand on it.
import type { BrushDocument, Layer } from "@/documents/brush"
import { FLOATS, joined, type Pen, type Rectangle, type Stroke } from "@/documents/stroke"
import { INK_LAYERS, KIND, MODES, PLANES, STATES, TILE } from "@/generated/layout"
import { writeBrush } from "../memory/brush"
import type { Vector } from "../memory/memory"
import type { Module } from "../memory/module"
import { bytesOf, fieldOf, readColumn, readField, writeField } from "../memory/records"
import { grown, moved, NOWHERE, union } from "../memory/rectangles"
import { BATCH, MOST_FORESEEN, type Slots, type Workspace } from "./workspace"

const LEAST_FREE = 64
const NO_LIST: Vector = { at: 0, length: 0 }

const NONE = new Float32Array(0)

const PLAIN: Layer = { which: 0, mode: "normal", opacity: 1, shown: true }

export class Sheet {
  readonly state: Vector
  readonly brush: Vector
  private readonly layers: Vector
  private layerCount = 1
  maps: Vector = { at: 0, length: 0 }
  width = 0
  height = 0
  /** Device px per sheet px. */
  scale = 1
  /** Where it begins on the whole paper, device px: it may be a part of one. */
  fromX = 0
  fromY = 0
  /** So many device px on all sides, whole tiles, are inked and not shown: what lies there tells on what is shown. */
  margin = 0
  /** What lies below the ink, told by whoever laid it; empty where nothing does. */
  under = ""
  private kept: Float32Array<ArrayBuffer>[] = []
  /** What the same call changed in batches before its last, device px. */
  private before = NOWHERE
  /** Scratch space that its brush needs. */
  private room = 0
  private pen: Pen = { kind: "pen", erase: false, seed: 1 }

  constructor(
    private module: Module,
    readonly slots: Slots,
    readonly space: Workspace,
    width: number,
    height: number,
    scale = 1,
  ) {
    const { memory } = module
    this.state = memory.take(STATES, bytesOf("stroke"))
    this.brush = memory.take(1, bytesOf("brush"))
    this.layers = memory.take(2 * INK_LAYERS + 1, bytesOf("layer"))
    this.setLayers([PLAIN])
    this.resize(width, height, scale)
  }

  /** Give a sheet another size, place on its paper, margin, all in device px, and scale; all ink on it is taken off. */
  resize(width: number, height: number, scale: number, fromX = 0, fromY = 0, margin = 0): void {
    if (this.width > 0) {
      this.clear()
      this.liftUnderlays()
    }
    const [wide, high] = [width + 2 * margin, height + 2 * margin]
    const cells = PLANES * Math.ceil(wide / TILE) * Math.ceil(high / TILE)
    // With room to spare, since what is taken is never given back: a window grows by little and little.
    if (cells > this.maps.length)
      this.maps = this.module.memory.take(this.maps.length > 0 ? 2 * cells : cells, 4)
    ;[this.width, this.height, this.scale] = [width, height, scale]
    ;[this.fromX, this.fromY, this.margin] = [fromX, fromY, margin]
    const begins = [fromX - margin, fromY - margin] as const
    this.module.call("size_sheet", this.state, this.maps, wide, high, scale, ...begins)
  }

  /** Have other layers, the lowest first, over underlays or `only` one of them; ink stays with the layer it dried on. */
  setLayers(layers: readonly Layer[], under = false, only = -1): void {
    const given = { at: this.layers.at + (INK_LAYERS + 1) * bytesOf("layer"), length: layers.length }
    layers.forEach(({ which, mode, opacity, shown }, i) => {
      const { memory } = this.module
      const at = given.at + i * bytesOf("layer")
      writeField(memory, "layer", at, "which", which)
      writeField(memory, "layer", at, "mode", MODES.indexOf(mode))
      writeField(memory, "layer", at, "opacity", opacity)
      writeField(memory, "layer", at, "shown", shown ? 1 : 0)
    })
    const stack = { at: this.layers.at, length: INK_LAYERS + 1 }
    this.layerCount = this.module.call("stack_layers", given, under ? 1 : 0, only, stack)
  }

  private get layered(): Vector {
    return { at: this.layers.at, length: this.layerCount }
  }

  setBrush(brush: BrushDocument): void {
    writeBrush(this.module.memory, this.brush.at, brush, this.space.images)
    this.module.call("prepare", this.brush)
  }

  /** Put the pen down. With `recordOnly` stamps are noted for `stamps()` and not inked. */
  begin(pen: Pen, recordOnly = false): void {
    this.pen = pen
    const { kind, erase, seed, layer = 0 } = pen
    this.kept = []
    this.room = this.module.call("ink_room", this.brush, this.scale)
    writeField(this.module.memory, "stroke", this.state.at, "record_only", recordOnly ? 1 : 0)
    this.module.call("begin", this.state, this.brush, KIND[kind], erase ? 1 : 0, seed, layer)
  }

  /**
   * Move the pen by whole samples; returns those that counted. Unwatched, the open end waits for the lift. Until the
   * next call the stroke is shown drawn on through the foreseen samples.
   */
  feed(
    samples: Float32Array<ArrayBuffer>,
    watched = true,
    foreseen: Float32Array<ArrayBuffer> = NONE,
  ): Float32Array<ArrayBuffer> {
    const taken: Float32Array<ArrayBuffer>[] = []
    let from = 0
    this.before = NOWHERE
    do {
      if (from > 0) this.before = this.changed
      const batch = samples.subarray(from, from + BATCH * FLOATS)
      from += batch.length
      taken.push(this.feedBatch(batch, watched, from < samples.length ? NONE : foreseen))
    } while (from < samples.length)
    const all = joined(taken)
    this.kept.push(all)
    if (this.starved) this.inkAnew()
    return all
  }

  private feedBatch(
    batch: Float32Array<ArrayBuffer>,
    watched: boolean,
    foreseen: Float32Array<ArrayBuffer> = NONE,
  ): Float32Array<ArrayBuffer> {
    if (this.slots.count < LEAST_FREE) this.slots.grow()
    this.space.have(this.room)
    const { memory } = this.module
    const { recent, even, path, stamps, samples, work, images } = this.space
    const guesses = foreseen.subarray(0, MOST_FORESEEN * FLOATS)
    const given = memory.f32({ at: samples.at, length: batch.length + guesses.length })
    given.set(batch)
    given.set(guesses, batch.length)
    const count = this.module.call(
      "feed",
      ...[this.state, this.brush, recent, even, path, stamps, this.maps, this.slots.free],
      ...[
        memory.cells,
        memory.cells,
        work,
        images.records,
        memory.cells,
        samples,
        batch.length / FLOATS,
        guesses.length / FLOATS,
        watched ? 1 : 0,
      ],
    )
    return memory.f32({ at: samples.at, length: count * FLOATS }).slice()
  }

  private get starved(): boolean {
    return readField(this.module.memory, "stroke", this.state.at, "starved") === 1
  }

  /** The stroke outgrew the tiles there were: make many more and draw it again from its samples. */
  private inkAnew(): void {
    const strokeSoFar = joined(this.kept)
    this.slots.grow(2048)
    this.cancel()
    this.begin(this.pen)
    this.feed(strokeSoFar)
  }

  /** Lift the pen; returns the samples of the stroke. What it dries on is kept in a list, where one is given. */
  lift(beneath: Vector = NO_LIST): Float32Array<ArrayBuffer> {
    this.before = NOWHERE
    if (this.slots.count < LEAST_FREE) this.slots.grow()
    this.space.have(this.room)
    const { path, stamps, work, images } = this.space
    const { cells } = this.module.memory
    const dried = this.module.call(
      "lift",
      ...[this.state, this.brush, path, stamps, this.maps, this.slots.free, cells, cells],
      ...[work, images.records, cells, beneath],
    )
    if (!dried) {
      this.inkAnew()
      return this.lift(beneath)
    }
    return joined(this.kept)
  }

  cancel(): void {
    this.before = NOWHERE
    this.module.call("cancel", this.state, this.maps, this.slots.free)
  }

  /** Ink a recorded stroke; returns the rectangle that it reached, device px. */
  ink(stroke: Stroke, beneath?: Vector): Rectangle {
    this.space.inked++
    this.begin(stroke)
    this.feed(stroke.samples, false)
    this.lift(beneath)
    return this.reached
  }

  private rectangle(of: "" | "all_" | "far_"): Rectangle {
    const at = (side: keyof Rectangle) =>
      readField(this.module.memory, "stroke", this.state.at, `${of}${side}`) - this.margin
    return { left: at("left"), top: at("top"), right: at("right"), bottom: at("bottom") }
  }

  /** The rectangle that the last stroke reached, device px; it may lie beyond what is shown. */
  get reached(): Rectangle {
    return this.rectangle("all_")
  }

  /** What the last stroke reached of the paper, on this part of it or off it, device px from the paper's corner. */
  get reach(): Rectangle {
    return moved(this.rectangle("far_"), this.fromX, this.fromY)
  }

  /** All that is inked, device px from where what is shown begins. */
  get inked(): Rectangle {
    const { width, height, margin } = this
    return grown({ left: 0, top: 0, right: width, bottom: height }, margin)
  }

  /** The part of the paper that it is, with its margin, device px from the paper's corner. */
  get extent(): Rectangle {
    return moved(this.inked, this.fromX, this.fromY)
  }

  /** Dry all ink of a layer that is wet. */
  dry(which: number): void {
    this.module.call("dry_layer", this.state, which, this.maps, this.slots.free)
  }

  /** Take all ink off. */
  clear(): void {
    this.module.call("clear_layers", this.state, this.maps, this.slots.free)
  }

  /** Take all pictures off that lie below the ink. */
  liftUnderlays(): void {
    this.under = ""
    this.module.call("lift_pictures", this.state, this.maps, this.slots.free)
  }

  /** Lay a picture below the ink, over those that lie there. Returns whether there were tiles enough. */
  layPicture(pixels: Vector, placed: Vector): boolean {
    const { cells } = this.module.memory
    const given = [this.state, this.maps, this.slots.free, cells, cells, pixels, placed]
    if (this.module.call("lay_picture", ...given)) return true
    this.slots.grow(1024)
    return false
  }

  /**
   * Take over the ink of another sheet, which is a part of this one and begins at a tile of it, counted from where what
   * is shown begins. Its margin goes. What lay here is kept in a list.
   */
  takeTiles(from: Sheet, column: number, row: number, list: Vector): void {
    const past = (this.margin - from.margin) / TILE
    const given = [this.state, this.maps, from.state, from.maps, this.slots.free]
    this.module.call("take_tiles", ...given, column + past, row + past, from.margin / TILE, list)
  }

  /** Take over all ink of a sheet that lies as this one does, with its margin. What lay here is kept in a list. */
  takeAll(from: Sheet, list: Vector): void {
    const given = [this.state, this.maps, from.state, from.maps, this.slots.free]
    this.module.call("take_tiles", ...given, 0, 0, 0, list)
  }

  /** Whether another sheet is the same part of the paper, as fine as this one. */
  liesAs({ width, height, scale, fromX, fromY, margin }: Sheet): boolean {
    const same = width === this.width && height === this.height && scale === this.scale
    return same && fromX === this.fromX && fromY === this.fromY && margin === this.margin
  }

  /** Mean ink 0..1 within `reach` px of a px of the sheet, device px. */
  inkAbout(x: number, y: number, reach: number): number {
    const { cells } = this.module.memory
    const given = [this.state, this.layered, this.maps, cells]
    return this.module.call("ink_about", ...given, x + this.margin, y + this.margin, reach)
  }

  /** Write the ink 0..1 of all that lies on the sheet, by rows. */
  inkInto(out: Vector): void {
    const { cells } = this.module.memory
    this.module.call("layer_ink", this.state, this.layered, this.maps, cells, this.margin, out)
  }

  /** Compose all that is dried over a paper of a colour 0xRRGGBB, or over nothing: straight RGBA by rows. */
  flatten(paper: number | undefined, out: Vector): void {
    const { cells } = this.module.memory
    const given = [this.state, this.layered, this.maps, cells, this.margin]
    this.module.call("flatten_sheet", ...given, paper === undefined ? 0 : 1, paper ?? 0, out)
  }

  /** The rectangle that the last call changed, device px. */
  get changed(): Rectangle {
    return union(this.rectangle(""), this.before)
  }

  read(
    name: "pressure" | "tilt" | "azimuth" | "twist" | "speed" | "dropped" | "stamp_count" | "path_open",
  ): number {
    return readField(this.module.memory, "stroke", this.state.at, name)
  }

  /** What the hand's inputs, 0..1, were at the last stamp. */
  get inputs(): number[] {
    const { count } = fieldOf("stroke", "inputs")
    return Array.from({ length: count }, (_, i) =>
      readField(this.module.memory, "stroke", this.state.at, "inputs", i),
    )
  }

  /** Columns of the steadied path of the stroke in hand. */
  pathColumns() {
    const { memory } = this.module
    const count = this.read("path_open")
    return {
      x: readColumn(memory, "point", this.space.path.at, count, "x"),
      y: readColumn(memory, "point", this.space.path.at, count, "y"),
    }
  }

  /** Columns of the stamps of a stroke drawn with `recordOnly`. */
  stampColumns() {
    const { memory } = this.module
    const count = this.read("stamp_count")
    return {
      s: readColumn(memory, "stamp", this.space.stamps.at, count, "s"),
      major: readColumn(memory, "stamp", this.space.stamps.at, count, "major"),
      cap: readColumn(memory, "stamp", this.space.stamps.at, count, "cap"),
    }
  }

  /** Arguments of the kernel `present` that tell of this sheet. */
  get presented(): Vector[] {
    const { cells } = this.module.memory
    return [this.state, this.brush, this.layered, this.maps, cells, cells]
  }
}
