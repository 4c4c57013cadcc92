// Follows a recipe with the core's kernels, step by step; what stands before a changed step is not done again.
import type { BrushDocument } from "@/documents/brush"
import { samplesFrom } from "@/documents/stroke"
import {
  CHANNELS,
  GENERATORS,
  MOST_GRAIN,
  MOST_SHAPE,
  OPEN,
  SIGN_BINS,
  STEPS,
  UNSAID,
} from "@/generated/layout"
import type {
  DrawStroke,
  Figures,
  Kind,
  Makes,
  MendStroke,
  Recipe,
  Screen,
  Start,
  Step,
} from "@/documents/recipe"
import type { Picture } from "../memory/images"
import { PAGE, type Block, type Vector } from "../memory/memory"
import type { Module } from "../memory/module"
import type { Pixels } from "../memory/png"
import { bytesOf, readField, writeField } from "../memory/records"
import { Sheet } from "../easel/sheet"
import { printInk, valuesOf, vectorOf, type Closed, type Ink } from "./ink"
import type { Slots, Workspace } from "../easel/workspace"

interface Made extends Ink {
  key: string
  block: Block
}

/** Results of steps are kept up to so many bytes. */
const MOST_MADE = 160 * 1024 * 1024
const GONE = "gone"

export class RecipeRunner {
  private step: Vector
  private screen: Vector
  private figures: Vector
  private cutRow: Vector
  private made: Made[] = []
  private original?: { block: Block; width: number; height: number; name: string }
  private drawing?: { sheet: Sheet; erasing: Sheet; width: number; height: number }

  constructor(
    private module: Module,
    private slots: Slots,
    private space: Workspace,
    /** A picture that is at hand, by its digest. */
    private pictureOf: (digest: string) => Picture | undefined,
  ) {
    const { memory } = module
    this.step = memory.take(1, bytesOf("step"))
    this.screen = memory.take(1, bytesOf("screen"))
    this.figures = memory.take(1, bytesOf("figures"))
    this.cutRow = memory.take(6, 4)
  }

  /** Lay the picture that recipes begin with on the table; `name` tells one original from another. */
  setOriginal(name: string, pixels?: Pixels): void {
    const { memory } = this.module
    this.forget(0)
    if (this.original) memory.giveBack(this.original.block)
    this.original = undefined
    if (!pixels) return
    const { width, height, data } = pixels
    const block = memory.lend(data.length)
    memory.u8({ at: block.at, length: data.length }).set(data)
    this.original = { block, width, height, name }
  }

  /** What the picture on the table is, as bits; `makes` where it is said what it is to be. */
  recognise(makes?: Makes): number {
    const { block, width, height } = this.original!
    const length = width * height
    const ink = this.room(width, height)
    const said = makes ? Number(makes === "grain") : UNSAID
    const bits = this.withScratch(SIGN_BINS, (scratch) =>
      this.module.call(
        "recognise",
        { at: block.at, length },
        width,
        height,
        said,
        { at: ink.at, length },
        scratch,
      ),
    )
    this.module.memory.giveBack(ink.block)
    return bits
  }

  private forget(from: number): void {
    for (const { block } of this.made.splice(from)) if (block.pages > 0) this.module.memory.giveBack(block)
  }

  /**
   * Keep what the steps made within bounds: what lies farthest back goes first, but for the beginning. (A change of a
   * step whose own beginning is gone is followed from the start.)
   */
  private spare(count: number): void {
    const bytes = () => this.made.reduce((sum, one) => sum + (one.block.pages * PAGE || 0), 0)
    for (let i = 1; i < count - 1 && bytes() > MOST_MADE; i++) {
      const one = this.made[i]!
      if (one.block.pages === 0) continue
      this.module.memory.giveBack(one.block)
      this.made[i] = { ...one, key: GONE, block: { at: 0, pages: 0 } }
    }
  }

  private room(width: number, height: number): { at: number; block: Block } {
    const block = this.module.memory.lend(width * height * 4)
    return { at: block.at, block }
  }

  /** Scratch space of so many numbers, as the core asks for it. */
  private withScratch<T>(length: number, use: (scratch: Vector) => T): T {
    const block = this.module.memory.lend(length * 4)
    const result = use({ at: block.at, length })
    this.module.memory.giveBack(block)
    return result
  }

  private write(
    kind: Kind,
    index: number,
    given: Record<string, unknown>,
    width: number,
    height: number,
    tiled: boolean,
  ) {
    const { memory } = this.module
    const put = (name: "kind" | "tiled" | "seed" | "width" | "height" | "point_count", value: number) =>
      writeField(memory, "step", this.step.at, name, value)
    put("kind", index)
    put("tiled", tiled ? 1 : 0)
    put("seed", Number(given.seed ?? 0))
    put("width", width)
    put("height", height)
    valuesOf(kind, given).forEach((value, i) => writeField(memory, "step", this.step.at, "values", value, i))
    const points = (given.points ?? []) as [number, number][]
    put("point_count", points.length)
    points.flat().forEach((value, i) => writeField(memory, "step", this.step.at, "points", value, i))
  }

  private get sized(): { width: number; height: number } {
    const read = (name: "to_width" | "to_height") => readField(this.module.memory, "step", this.step.at, name)
    return { width: read("to_width"), height: read("to_height") }
  }

  private begin(start: Start): Made {
    const { memory, call } = this.module
    const key = JSON.stringify(start) + (this.original?.name ?? "")
    if (start.kind === "blank") {
      const side = Number(start.side)
      const { at, block } = this.room(side, side)
      memory.f32({ at, length: side * side }).fill(0)
      return { at, block, width: side, height: side, key }
    }
    if (start.kind === "picture") {
      if (!this.original) throw new Error("This recipe begins with a picture, and there is none.")
      const { width, height } = this.original
      const { at, block } = this.room(width, height)
      const count = width * height
      const channel = (CHANNELS as readonly string[]).indexOf(start.channel ?? "luminance")
      call("grey", { at: this.original.block.at, length: count }, count, channel, { at, length: count })
      return { at, block, width, height, key }
    }
    const index = GENERATORS.findIndex((one) => one.name === start.kind)
    const kind = GENERATORS[index]!
    const side = Number(start.side)
    this.write(kind, index, start, side, side, kind.makes === "grain")
    call("size_generator", this.step, this.screen)
    const { width, height } = this.sized
    const { at, block } = this.room(width, height)
    const out = { at, length: width * height }
    this.withScratch(call("generator_room", this.step), (scratch) =>
      call("generate", this.step, this.screen, out, scratch),
    )
    return { at, block, width, height, key }
  }

  private mend(from: Ink, step: Step, tiled: boolean): { at: number; block: Block } {
    const { memory, call } = this.module
    const { width, height } = from
    const count = width * height
    const before = this.room(width, height)
    const after = this.room(width, height)
    memory.bytes.copyWithin(after.at, from.at, from.at + count * 4)
    for (const stroke of (step.strokes ?? []) as MendStroke[]) {
      memory.bytes.copyWithin(before.at, after.at, after.at + count * 4)
      const samples = this.space.samples
      const most = Math.min(stroke.samples.length, samples.length)
      for (let i = 0; i < most; i++) {
        writeField(memory, "sample", samples.at + i * bytesOf("sample"), "x", stroke.samples[i]![0])
        writeField(memory, "sample", samples.at + i * bytesOf("sample"), "y", stroke.samples[i]![1])
      }
      this.withScratch(call("mending_room", width, height), (scratch) =>
        call(
          "mend",
          ...[
            { at: before.at, length: count },
            { at: after.at, length: count },
            width,
            height,
            scratch,
            samples,
            most,
          ],
          ...[stroke.dx, stroke.dy, stroke.radius, stroke.heal ? 1 : 0, tiled ? 1 : 0],
        ),
      )
    }
    memory.giveBack(before.block)
    return after
  }

  private sheets(width: number, height: number) {
    if (this.drawing?.width !== width || this.drawing.height !== height) {
      const make = () => new Sheet(this.module, this.slots, this.space, width, height)
      this.drawing?.sheet.clear()
      this.drawing?.erasing.clear()
      this.drawing = { sheet: make(), erasing: make(), width, height }
    }
    this.drawing.sheet.clear()
    this.drawing.erasing.clear()
    return this.drawing
  }

  private draw(from: Ink, step: Step): { at: number; block: Block } {
    const { memory, call } = this.module
    const { width, height } = from
    const count = width * height
    const { sheet, erasing } = this.sheets(width, height)
    let last: BrushDocument | undefined
    for (const stroke of (step.strokes ?? []) as DrawStroke[]) {
      if (stroke.brush !== last) {
        sheet.setBrush(stroke.brush)
        erasing.setBrush(stroke.brush)
        last = stroke.brush
      }
      const samples = samplesFrom(stroke.samples)
      sheet.ink({ kind: stroke.kind, erase: stroke.erase, seed: stroke.seed ?? 1, samples })
      erasing.ink({ kind: stroke.kind, erase: !stroke.erase, seed: stroke.seed ?? 1, samples })
    }
    const given = this.room(width, height)
    const taken = this.room(width, height)
    const out = this.room(width, height)
    const ink = (place: { at: number }) => ({ at: place.at, length: count })
    sheet.inkInto(ink(given))
    erasing.inkInto(ink(taken))
    call("draw_into", ink(from), ink(given), ink(taken), ink(out), count)
    memory.giveBack(given.block)
    memory.giveBack(taken.block)
    return out
  }

  private apply(from: Ink, step: Step, makes: Makes, key: string): Made {
    const { memory, call } = this.module
    const tiled = makes === "grain"
    const same = { width: from.width, height: from.height, key, closed: from.closed }
    if (step.kind === "mend") return { ...this.mend(from, step, tiled), ...same }
    if (step.kind === "draw") return { ...this.draw(from, step), ...same }
    const index = STEPS.findIndex((one) => one.name === step.kind)
    this.write(STEPS[index]!, index, step, from.width, from.height, tiled)
    this.withScratch(call("sizing_room", from.width, from.height), (scratch) =>
      call("size_step", this.step, vectorOf(from), scratch),
    )
    const { width, height } = this.sized
    const { at, block } = this.room(width, height)
    const out = { at, length: width * height }
    const other = step.kind === "combine" ? this.pictureOf(step.other!) : undefined
    const otherBlock = other && memory.lend(other.ink.length * 5)
    let ink: Vector = { at, length: 0 }
    if (other && otherBlock) {
      ink = { at: otherBlock.at, length: other.ink.length }
      const bytes = { at: otherBlock.at + other.ink.length * 4, length: other.ink.length }
      memory.u8(bytes).set(other.ink)
      call("from_bytes", bytes, other.ink.length, ink)
    }
    this.withScratch(call("step_room", this.step), (scratch) =>
      call("run_step", this.step, vectorOf(from), ink, other?.width ?? 0, other?.height ?? 0, out, scratch),
    )
    if (otherBlock) memory.giveBack(otherBlock)
    const closed = step.kind === "seam" ? this.cuts() : from.closed
    return { at, block, width, height, key, closed }
  }

  /** How a seam was closed by the step that has just run, and what lies along the cuts. */
  private cuts(): Closed {
    const read = (name: "values" | "cuts", i: number) =>
      readField(this.module.memory, "step", this.step.at, name, i)
    return { way: read("values", 0), cuts: [0, 1, 2, 3, 4, 5].map((i) => read("cuts", i)) }
  }

  /** Whether a step changes anything as it stands. */
  private acts(step: Step): boolean {
    if (!step.on) return false
    if (step.kind === "combine") return Boolean(step.other && this.pictureOf(step.other))
    return !("strokes" in step) || step.strokes!.length > 0
  }

  /** Follow a recipe to its end; the ink stays until the next call. */
  follow(recipe: Recipe, makes: Makes): Ink {
    const stages: (() => Made)[] = []
    const keys: string[] = []
    const startKey = JSON.stringify(recipe.start) + (this.original?.name ?? "")
    keys.push(startKey)
    stages.push(() => this.begin(recipe.start))
    for (const step of recipe.steps.filter((one) => this.acts(one))) {
      const key = makes + JSON.stringify(step)
      keys.push(key)
      stages.push(() => this.apply(this.made.at(-1)!, step, makes, key))
    }
    const most = makes === "grain" ? MOST_GRAIN : MOST_SHAPE
    let same = 0
    while (same < keys.length && this.made[same]?.key === keys[same]) same++
    this.forget(same)
    for (const stage of stages.slice(same)) {
      this.made.push(stage())
      this.spare(this.made.length)
    }
    const last = this.made.at(-1)!
    if (Math.max(last.width, last.height) <= most) return last
    const fitted = this.apply(last, { kind: "resize", on: true, side: most }, makes, "fitted")
    this.made.push(fitted)
    return fitted
  }

  /** Figures of ink, for a brush whose largest size is `largest` px (0: none). */
  measure(ink: Ink, makes: Makes, largest: number): Figures {
    const { memory, call } = this.module
    const { way = OPEN, cuts = [0, 0, 0, 0, 0, 0] } = ink.closed ?? {}
    memory.f32(this.cutRow).set(cuts)
    this.withScratch(call("sizing_room", ink.width, ink.height), (scratch) =>
      call(
        "measure_source",
        ...[vectorOf(ink), ink.width, ink.height, makes === "grain" ? 1 : 0, largest, way],
        ...[this.cutRow, scratch, this.figures],
      ),
    )
    const names = [
      "width",
      "height",
      "seam_across",
      "seam_down",
      "repeat",
      "border_most",
      "mean",
      "black",
      "white",
      "advice",
    ] as const
    return Object.fromEntries(
      names.map((name) => [name, readField(memory, "figures", this.figures.at, name)]),
    ) as unknown as Figures
  }

  /** What a step makes of ink that was made `side` px small first, printed. */
  sketch(
    from: Ink,
    step: Step | undefined,
    makes: Makes,
    side: number,
    colour: number,
    paper: number,
  ): ImageData {
    const small = this.apply(from, { kind: "resize", on: true, side }, makes, "")
    const made = step && this.acts(step) ? this.apply(small, step, makes, "") : small
    const printed = printInk(this.module, made, colour, paper)
    this.module.memory.giveBack(small.block)
    if (made !== small) this.module.memory.giveBack(made.block)
    return printed
  }

  /** What the screen that a recipe begins with came to. */
  screenOf(recipe: Recipe): Screen | undefined {
    if (recipe.start.kind !== "screen") return undefined
    const read = (name: "side" | "angle" | "ruling" | "overlap") =>
      readField(this.module.memory, "screen", this.screen.at, name)
    return { side: read("side"), angle: read("angle"), ruling: read("ruling"), overlap: read("overlap") }
  }
}
