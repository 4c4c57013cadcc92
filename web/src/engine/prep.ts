// The prep table's engine: follows the recipe as it changes, and shows it as prints.
import { hexOf } from "@/documents/colours"
import type { Figures, Makes, Recipe, Screen, Start, Step } from "@/documents/recipe"
import { beginningOf, pixelsOfFile, type Beginning } from "./begin"
import type { Images } from "./images"
import type { Module } from "./module"
import type { Pictures } from "./pictures"
import { pixelsOfPng, pngOfInk, pngOfPixels, type Pixels } from "./png"
import { picturesOfRecipe, RecipeRunner, type Ink } from "./recipe"
import type { Slots, Workspace } from "./sheet"

/** The name under which the source on the table is at hand for the brush that tries it. */
export const ON_THE_TABLE = "prep"

export type Print = "original" | "result" | "tiled"
type Context = OffscreenCanvasRenderingContext2D

export interface PrepNews {
  edit: number
  /** How long the recipe took, ms. */
  ms: number
  figures: Figures
  screen?: Screen
  problem?: string
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
  private prints = new Map<string, { which: Print; context: Context }>()
  private original?: ImageBitmap
  private printed?: OffscreenCanvas
  private result?: Ink
  /** The recipe whose result is shown: a whole one, or as far as the step that the pen works on. */
  private shown?: { recipe: Recipe; makes: Makes }
  private ink = 0x1e2a2d
  private paper = 0xfbfaf5

  constructor(
    module: Module,
    slots: Slots,
    space: Workspace,
    private images: Images,
    private pictures: Pictures,
  ) {
    this.runner = new RecipeRunner(module, slots, space, (digest) => pictures.get(digest))
    this.sketcher = new RecipeRunner(module, slots, space, (digest) => pictures.get(digest))
  }

  setPaper(paper: number): void {
    this.paper = paper
  }

  /** Lay a source on the table: the picture it begins with, if it begins with one. */
  async open(name: string, file?: Blob): Promise<void> {
    this.original?.close()
    this.original = undefined
    this.result = this.shown = undefined
    let pixels: Pixels | undefined
    if (file) {
      pixels = pixelsOfPng(await file.arrayBuffer())
      this.original = await createImageBitmap(new ImageData(pixels.data, pixels.width, pixels.height))
    }
    this.runner.setOriginal(name, pixels)
  }

  /** Bring what the recipe needs, follow it, and have the result at hand for the brush. */
  async follow(recipe: Recipe, makes: Makes, largest: number, edit: number): Promise<PrepNews> {
    await this.bringFor(recipe)
    const start = performance.now()
    this.shown = { recipe, makes }
    this.result = this.runner.follow(recipe, makes)
    const ms = performance.now() - start
    const figures = this.runner.measure(this.result, makes, largest)
    const picture = this.runner.bytes(this.result)
    this.images.put(makes, ON_THE_TABLE, picture)
    this.print()
    return { edit, ms, figures, screen: this.runner.screenOf(recipe) }
  }

  /** What a whole recipe comes to, as a PNG. What is shown stays as it is. */
  async finish(recipe: Recipe, makes: Makes): Promise<Uint8Array<ArrayBuffer>> {
    await this.bringFor(recipe)
    const png = pngOfInk(this.runner.bytes(this.runner.follow(recipe, makes)))
    if (this.shown) this.result = this.runner.follow(this.shown.recipe, this.shown.makes)
    return png
  }

  /** What a recipe that begins with no picture comes to, as a PNG; what is on the table stays. */
  async make(recipe: Recipe, makes: Makes): Promise<Uint8Array<ArrayBuffer>> {
    await this.bringFor(recipe)
    return pngOfInk(this.sketcher.bytes(this.sketcher.follow(recipe, makes)))
  }

  /** Begin a source with a picture file; what is on the table stays. */
  async begin(file: Blob, makes?: Makes): Promise<Begun> {
    const pixels = await pixelsOfFile(file)
    this.sketcher.setOriginal("begun", pixels)
    const beginning = beginningOf(this.sketcher.recognise(makes))
    const ink = this.sketcher.follow(beginning.recipe, beginning.makes)
    const picture = pngOfInk(this.sketcher.bytes(ink))
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

  attach(id: string, which: Print, context: Context): void {
    this.prints.set(id, { which, context })
    this.draw(which, context)
  }

  drop(id: string): void {
    this.prints.delete(id)
  }

  private print(): void {
    if (!this.result) return
    const pixels = this.runner.print(this.result, this.ink, this.paper)
    if (this.printed?.width !== pixels.width || this.printed.height !== pixels.height) {
      this.printed = new OffscreenCanvas(pixels.width, pixels.height)
    }
    this.printed.getContext("2d")!.putImageData(pixels, 0, 0)
    for (const { which, context } of this.prints.values()) this.draw(which, context)
  }

  private draw(which: Print, context: Context): void {
    const { width, height } = context.canvas
    const source = which === "original" ? this.original : this.printed
    context.setTransform(1, 0, 0, 1, 0, 0)
    context.fillStyle = hexOf(this.paper)
    context.fillRect(0, 0, width, height)
    if (!source) return
    context.imageSmoothingQuality = "high"
    const times = which === "tiled" ? 3 : 1
    const fit = Math.min(width / (source.width * times), height / (source.height * times))
    const [wide, high] = [source.width * fit, source.height * fit]
    const [left, top] = [(width - wide * times) / 2, (height - high * times) / 2]
    // Whole pixels and one scale, so that the tiles' joins are those of the source and not of the scaling.
    context.setTransform(fit, 0, 0, fit, Math.round(left), Math.round(top))
    if (which === "tiled") {
      context.fillStyle = context.createPattern(source, "repeat")!
      context.fillRect(0, 0, source.width * times, source.height * times)
    } else context.drawImage(source, 0, 0)
  }
}
