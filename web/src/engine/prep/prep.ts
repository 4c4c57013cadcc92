// The prep table's engine: follows a recipe, and shows what it comes to as prints.
import { hexOf } from "@/documents/colours"
import type { Figures, Makes, Recipe, Screen, Start, Step } from "@/documents/recipe"
import { beginningOf, pixelsOfFile, type Beginning } from "./begin"
import type { Picture } from "../memory/images"
import type { Module } from "../memory/module"
import type { Pictures } from "../memory/pictures"
import { pixelsOfPng, pngOfInk, pngOfPixels, type Pixels } from "../memory/png"
import { inkBytes, picturesOfRecipe, printInk, type Ink } from "./ink"
import { RecipeRunner } from "./recipe"
import type { Slots, Workspace } from "../easel/workspace"

/** The name under which the source on the table is at hand for the brush that tries it. */
export const ON_THE_TABLE = "prep"

export type Print = "original" | "result" | "tiled"

/** A source on the table: what tells it from others, and the picture that it begins with, if it begins with one. */
export interface OnTable {
  id: string
  file?: Blob
}

export interface PrepNews {
  edit: number
  /** How long the recipe took, ms. */
  ms: number
  figures: Figures
  screen?: Screen
  problem?: string
}

/** What a recipe comes to: told, and as ink for the brush that tries it. */
export interface Followed {
  news: PrepNews
  picture: Picture
}

/** A source that begins with a picture: what it first comes to, and the picture's pixels, both as PNG. */
export interface Begun extends Beginning {
  picture: Uint8Array<ArrayBuffer>
  working: Uint8Array<ArrayBuffer>
}

export class Prep {
  private runner: RecipeRunner
  /** Follows what is only looked at, so that what is on the table stays. */
  private sketcher: RecipeRunner
  /** What lies on the table. */
  private lies = ""
  private original?: ImageBitmap
  /** The result, as it is printed. */
  private printed?: OffscreenCanvas
  private result?: Ink
  /** The recipe whose result is shown: a whole one, or as far as the step that the pen works on. */
  private shown?: { recipe: Recipe; makes: Makes }
  private ink = 0x1e2a2d
  private paper = 0xfbfaf5

  constructor(
    private module: Module,
    slots: Slots,
    space: Workspace,
    private pictures: Pictures,
  ) {
    this.runner = new RecipeRunner(module, slots, space, (digest) => pictures.get(digest))
    this.sketcher = new RecipeRunner(module, slots, space, (digest) => pictures.get(digest))
  }

  setPaper(paper: number): void {
    this.paper = paper
    this.printed = undefined
  }

  /** Have a source on the table, unless it lies there. */
  private async lay({ id, file }: OnTable): Promise<void> {
    if (this.lies === id) return
    this.original?.close()
    this.original = this.result = this.shown = this.printed = undefined
    let pixels: Pixels | undefined
    if (file) {
      pixels = pixelsOfPng(await file.arrayBuffer())
      this.original = await createImageBitmap(new ImageData(pixels.data, pixels.width, pixels.height))
    }
    this.runner.setOriginal(id, pixels)
    this.lies = id
  }

  private turn: Promise<unknown> = Promise.resolve()

  /** Do something with a source on the table, once it lies there and what its recipe needs is here; one at a time. */
  private onTable<T>(table: OnTable, recipe: Recipe, act: () => T): Promise<T> {
    const done = this.turn.then(async () => {
      await this.lay(table)
      await this.bringFor(recipe)
      return act()
    })
    this.turn = done.catch(() => {})
    return done
  }

  /** Follow the recipe of a source. */
  follow(table: OnTable, recipe: Recipe, makes: Makes, largest: number, edit: number): Promise<Followed> {
    return this.onTable(table, recipe, () => this.followed(recipe, makes, largest, edit))
  }

  private followed(recipe: Recipe, makes: Makes, largest: number, edit: number): Followed {
    const start = performance.now()
    this.shown = { recipe, makes }
    this.result = this.runner.follow(recipe, makes)
    const ms = performance.now() - start
    const figures = this.runner.measure(this.result, makes, largest)
    this.printed = undefined
    const picture = inkBytes(this.module, this.result)
    return { news: { edit, ms, figures, screen: this.runner.screenOf(recipe) }, picture }
  }

  /** What a whole recipe of a source comes to, as a PNG. What is shown stays as it is. */
  finish(table: OnTable, recipe: Recipe, makes: Makes): Promise<Uint8Array<ArrayBuffer>> {
    return this.onTable(table, recipe, () => {
      const png = pngOfInk(inkBytes(this.module, this.runner.follow(recipe, makes)))
      if (this.shown) this.result = this.runner.follow(this.shown.recipe, this.shown.makes)
      return png
    })
  }

  /** What a recipe that begins with no picture comes to, as a PNG; what is on the table stays. */
  async make(recipe: Recipe, makes: Makes): Promise<Uint8Array<ArrayBuffer>> {
    await this.bringFor(recipe)
    return pngOfInk(inkBytes(this.module, this.sketcher.follow(recipe, makes)))
  }

  /** Begin a source with a picture file; what is on the table stays. */
  async begin(file: Blob, makes?: Makes): Promise<Begun> {
    const pixels = await pixelsOfFile(file)
    this.sketcher.setOriginal("begun", pixels)
    const beginning = beginningOf(this.sketcher.recognise(makes))
    const ink = this.sketcher.follow(beginning.recipe, beginning.makes)
    const picture = pngOfInk(inkBytes(this.module, ink))
    this.sketcher.setOriginal("")
    return { ...beginning, picture, working: pngOfPixels(pixels) }
  }

  private async bringFor(recipe: Recipe): Promise<void> {
    await Promise.all(picturesOfRecipe(recipe).map((digest) => this.pictures.bring(digest)))
  }

  /** A generator's print, or with a step that step's print of the picture on the table; `px` device pixels large. */
  async sketch(px: number, makes: Makes, start?: Start, step?: Step): Promise<ImageBitmap | undefined> {
    let from = this.result
    if (start) from = this.sketcher.follow({ start, steps: [] }, makes)
    if (!from) return undefined
    const { ink, paper } = this
    const side = Math.min(2 * px, Math.max(from.width, from.height))
    const printed = this.sketcher.sketch(from, step, makes, side, ink, paper)
    const { width, height } = printed
    const fit = Math.max(px / width, px / height)
    const whole = await createImageBitmap(printed)
    const canvas = new OffscreenCanvas(px, px)
    const context = canvas.getContext("2d")!
    context.imageSmoothingQuality = "high"
    context.drawImage(whole, (px - width * fit) / 2, (px - height * fit) / 2, width * fit, height * fit)
    whole.close()
    return canvas.transferToImageBitmap()
  }

  /** The result as it is printed. */
  private get print(): OffscreenCanvas | undefined {
    if (this.printed || !this.result) return this.printed
    const pixels = printInk(this.module, this.result, this.ink, this.paper)
    this.printed = new OffscreenCanvas(pixels.width, pixels.height)
    this.printed.getContext("2d")!.putImageData(pixels, 0, 0)
    return this.printed
  }

  /** A print of a source, by its id, px of the picture; nothing where it does not lie on the table. */
  printOf(id: string, which: Print, width: number, height: number): ImageBitmap | undefined {
    if (!this.result || this.lies !== id) return undefined
    const context = new OffscreenCanvas(width, height).getContext("2d")!
    const source = which === "original" ? this.original : this.print
    context.fillStyle = hexOf(this.paper)
    context.fillRect(0, 0, width, height)
    if (source) this.draw(context, source, which === "tiled" ? 3 : 1)
    return context.canvas.transferToImageBitmap()
  }

  /** Draw a picture as large as there is room, so many times across and down. */
  private draw(
    context: OffscreenCanvasRenderingContext2D,
    source: ImageBitmap | OffscreenCanvas,
    times: number,
  ): void {
    const { width, height } = context.canvas
    context.imageSmoothingQuality = "high"
    const fit = Math.min(width / (source.width * times), height / (source.height * times))
    const [wide, high] = [source.width * fit, source.height * fit]
    const [left, top] = [(width - wide * times) / 2, (height - high * times) / 2]
    // Whole pixels and one scale, so that the tiles' joins are those of the source and not of the scaling.
    context.setTransform(fit, 0, 0, fit, Math.round(left), Math.round(top))
    if (times > 1) {
      context.fillStyle = context.createPattern(source, "repeat")!
      context.fillRect(0, 0, source.width * times, source.height * times)
    } else context.drawImage(source, 0, 0)
  }
}
