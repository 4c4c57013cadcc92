// A sheet inked anew at another scale, band by band: for files, and for pictures of sheets that do not lie open.
import type { BrushDocument } from "@/documents/brush"
import { numberOf } from "@/documents/colours"
import type { SheetDocument, SheetStroke } from "@/documents/sheet"
import type { Rectangle } from "@/documents/stroke"
import { GUIDE_INKS, GUIDE_MM, MM_PER_INCH, MOST_SHEET, TILE } from "@/generated/layout"
import { ruleGuides } from "../questions/guides"
import type { Module } from "../memory/module"
import { PngFile } from "./pngFile"
import { Sheet } from "../easel/sheet"
import type { Slots, Workspace } from "../easel/workspace"
import { SheetPaper } from "../easel/sheetPaper"
import type { Supply } from "../memory/supply"
import type { Underlays } from "../easel/underlays"

/** Most px of a band: what writing needs of memory is bounded by it. */
const MOST_BAND = 6_000_000
/** The worker hears others after so long, ms. */
const SLICE = 12

export interface SheetToWrite {
  document: SheetDocument
  strokes: SheetStroke[]
  looks: Record<string, BrushDocument>
}

/** A PNG, and how many sources could not be had for it: their brushes were inked plainly. */
export interface Written {
  file: Blob
  missing: number
}

export interface Writing {
  dpi: number
  paper: boolean
  underlay: boolean
  guides: boolean
  /** One layer by itself, by its `which`. */
  only?: number
}

/** A part of a sheet over its whole width, device px at a scale. */
interface Band {
  width: number
  deep: number
  top: number
  scale: number
}

export class SheetWriter {
  private sheet: Sheet
  private asker = 0

  constructor(
    private module: Module,
    slots: Slots,
    space: Workspace,
    private supply: Supply,
    private underlays: Underlays,
  ) {
    this.sheet = new Sheet(module, slots, space, 1, 1)
  }

  /** Whoever writes is to stop. */
  stop(): void {
    this.asker++
  }

  /**
   * Write a sheet as a PNG at so many dots per inch; `told` hears the share that is done, 0..1, and `wait` lets others
   * in. Nothing where it was stopped. Throws a sentence where it cannot be written at that size.
   */
  async write(
    { document, strokes, looks }: SheetToWrite,
    { dpi, paper, underlay, guides, only }: Writing,
    wait: () => Promise<void>,
    tell: (share: number) => void,
  ): Promise<Written | undefined> {
    const mine = ++this.asker
    const scale = dpi / document.dpi
    const sideAt = (side: number) => this.module.call("side_at", side, scale)
    const [width, height] = [sideAt(document.width), sideAt(document.height)]
    const inks = Object.values(looks)
    await this.supply.bring(this.supply.layOut(inks))
    const missing = this.supply.layOut(inks).length
    const under = underlay && only === undefined ? document.underlays : []
    await this.underlays.bring(under)
    // A paper of its own tells what is inked, in which order and with what.
    const order = new SheetPaper(this.module, this.sheet, () => this.sheet, document.width, document.height)
    order.setUnderlays(this.underlays)
    order.setDocument({ ...document, underlays: under })
    order.setLooks(looks)
    order.strokes = strokes
    const { margin, mixes: wet } = order.reachAt(scale)
    if (width > MOST_SHEET || (wet && height > MOST_SHEET)) {
      const [sides, why] = [`${width} × ${height}`, wet ? " with wet ink" : ""]
      throw new Error(
        `${sides} px${why} is more than can be written here: up to ${MOST_SHEET} px across. Choose fewer dots per inch.`,
      )
    }
    const rows = wet ? height : Math.max(TILE, Math.floor(MOST_BAND / width / TILE) * TILE)
    const file = new PngFile(width, height, dpi)
    const reaches = new Map<string, Rectangle>()
    try {
      for (let top = 0; top < height; top += rows) {
        const deep = Math.min(rows, height - top)
        const given = { width, deep, top, scale, margin, reaches, only }
        const done = await this.band(order, given, async (share) => {
          tell((top + deep * share) / height)
          await wait()
          return mine === this.asker
        })
        if (!done) {
          file.stop()
          return undefined
        }
        await file.add(
          this.pixels(document, { width, deep, top, scale }, paper, guides && only === undefined),
        )
      }
      return { file: await file.end(), missing }
    } finally {
      this.sheet.clear()
      this.sheet.liftUnderlays()
      await this.underlays.bring([])
    }
  }

  private async band(
    order: SheetPaper,
    {
      width,
      deep,
      top,
      scale,
      margin,
      reaches,
      only,
    }: Band & { margin: number; reaches: Map<string, Rectangle>; only?: number },
    goOn: (share: number) => Promise<boolean>,
  ): Promise<boolean> {
    this.sheet.resize(width, deep, scale, 0, top, margin)
    const pieces = order.inkOnto(this.sheet, reaches, only)
    let since = performance.now()
    for (const share of pieces) {
      if (performance.now() - since < SLICE) continue
      if (!(await goOn(share))) return false
      since = performance.now()
    }
    return goOn(1)
  }

  private pixels(
    document: SheetDocument,
    { width, deep, top, scale }: Band,
    paper: boolean,
    guides: boolean,
  ): Uint8ClampedArray {
    const { memory } = this.module
    const block = memory.lend(width * deep * 4)
    const out = { at: block.at, length: width * deep }
    this.sheet.flatten(paper ? numberOf(document.tint) : undefined, out)
    const pixels = new Uint8ClampedArray(memory.u8({ at: out.at, length: width * deep * 4 }))
    memory.giveBack(block)
    if (!guides) return pixels
    const canvas = new OffscreenCanvas(width, deep)
    const context = canvas.getContext("2d")!
    context.putImageData(new ImageData(pixels as Uint8ClampedArray<ArrayBuffer>, width, deep), 0, 0)
    context.lineWidth = Math.max(1, (GUIDE_MM / MM_PER_INCH) * document.dpi * scale)
    for (const { kind, x0, y0, x1, y1 } of ruleGuides(this.module, document).rules) {
      ;[context.strokeStyle, context.globalAlpha] = GUIDE_INKS[kind]
      context.beginPath()
      context.moveTo(x0 * scale, y0 * scale - top)
      context.lineTo(x1 * scale, y1 * scale - top)
      context.stroke()
    }
    return context.getImageData(0, 0, width, deep).data
  }
}
