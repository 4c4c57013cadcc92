// Whole sheets inked without an interface, for the tests that compare the two homes.
import type { BrushDocument } from "@/documents/brush"
import { numberOf } from "@/documents/colours"
import type { SheetDocument, SheetStroke } from "@/documents/sheet"
import { FLOATS, kindNumbered } from "@/documents/stroke"
import { Images } from "@/engine/memory/images"
import type { Module } from "@/engine/memory/module"
import { Pictures } from "@/engine/memory/pictures"
import { Sheet } from "@/engine/easel/sheet"
import { Slots, Workspace } from "@/engine/easel/workspace"
import { SheetEasel } from "@/engine/easel/sheetEasel"
import { SheetPaper } from "@/engine/easel/sheetPaper"
import { SheetWriter, type Writing } from "@/engine/pictures/sheetWriter"
import { Supply } from "@/engine/memory/supply"
import { Underlays } from "@/engine/easel/underlays"

/** A stroke as a test gives it: its samples are base64 of records. */
interface GivenStroke {
  samples: string
  kind: number
  erase: boolean
  seed: number
  layer: number
  look: string
  size: number | null
  ink: string
  opacity: number | null
  dries: boolean
}

export interface GivenSheet {
  document: SheetDocument
  strokes: GivenStroke[]
  looks: Record<string, BrushDocument>
  /** PNG files by digest, base64. */
  files: Record<string, string>
}

/** What is done with an easel before its pixels are read. */
export type Way =
  | { way: "reinked"; scale: number }
  | { way: "live"; scale: number; feeds: number }
  | { way: "undone"; scale: number; last: number }

const bytesFrom = (text: string) => Uint8Array.from(atob(text), (one) => one.charCodeAt(0))

function encoded(bytes: Uint8Array | Uint8ClampedArray): string {
  let text = ""
  for (let i = 0; i < bytes.length; i += 32768) text += String.fromCharCode(...bytes.subarray(i, i + 32768))
  return btoa(text)
}

const strokesOf = (given: GivenStroke[]): SheetStroke[] =>
  given.map((one, i) => ({
    ...one,
    kind: kindNumbered(one.kind),
    samples: new Float32Array(bytesFrom(one.samples).buffer),
    id: String(i).padStart(6, "0"),
    sheet: "golden",
    drawnAt: i,
  }))

const nothing = () => undefined

class Table {
  readonly slots: Slots
  readonly space: Workspace
  readonly supply: Supply
  readonly underlays: Underlays

  constructor(
    readonly module: Module,
    files: Record<string, string>,
  ) {
    const bring = (digest: string) => {
      const file = files[digest]
      if (!file) return Promise.reject(new Error(`there is no picture ${digest}`))
      return Promise.resolve(new Blob([bytesFrom(file)], { type: "image/png" }))
    }
    const images = new Images(module)
    this.slots = new Slots(module)
    this.space = new Workspace(module, images)
    this.supply = new Supply(images, new Pictures(bring))
    this.underlays = new Underlays(module, bring)
  }

  /** An easel with a sheet of its own, its sources at hand. */
  async easel(given: GivenSheet): Promise<SheetEasel> {
    const another = () => new Sheet(this.module, this.slots, this.space, 1, 1)
    const { width, height } = given.document
    const paper = new SheetPaper(this.module, another(), another, width, height)
    const asMeant = (samples: Float32Array<ArrayBuffer>) => samples
    const easel = new SheetEasel(paper, this.supply, asMeant, nothing, nothing)
    easel.lieOver(this.underlays)
    const looks = Object.values(given.looks)
    await this.supply.bring(this.supply.layOut(looks))
    await this.underlays.bring(given.document.underlays)
    return easel
  }
}

/** A sheet as the tablet writes it: a PNG, base64. */
export async function writtenSheet(module: Module, given: GivenSheet, writing: Writing): Promise<string> {
  const { slots, space, supply, underlays } = new Table(module, given.files)
  const writer = new SheetWriter(module, slots, space, supply, underlays)
  const whole = { document: given.document, strokes: strokesOf(given.strokes), looks: given.looks }
  const written = await writer.write(
    whole,
    writing,
    () => Promise.resolve(),
    () => undefined,
  )
  return encoded(new Uint8Array(await written!.file.arrayBuffer()))
}

/** A sheet as it lies on its easel after being inked in a way: straight RGBA over its paper, base64. */
export async function easelSheet(module: Module, given: GivenSheet, how: Way) {
  const table = new Table(module, given.files)
  const easel = await table.easel(given)
  const strokes = strokesOf(given.strokes)
  const { document, looks } = given
  const { paper } = easel
  const [width, height] = [document.width, document.height].map((side) => Math.ceil(side * how.scale))
  easel.setView({ zoom: how.scale, originX: 0, originY: 0, width: width!, height: height! })
  const first = Object.values(looks)[0]!
  if (how.way === "live") {
    easel.change({ fresh: true, document, looks, put: [] })
    easel.setBrush(first)
    for (const stroke of strokes) {
      if (stroke.dries) easel.change({ put: [stroke] })
      else drawLive(easel, looks[stroke.look]!, stroke, how.feeds)
    }
  } else {
    easel.change({ fresh: true, document, looks, put: strokes })
    easel.setBrush(first)
  }
  const finish = () => {
    while (paper.inking) paper.inkOn()
  }
  finish()
  if (how.way === "undone") {
    const last = strokes.slice(-how.last)
    // The last ones one by one, as undo takes them, and one from the middle; then all come back.
    for (const one of [...last].reverse()) easel.change({ take: [one.id] })
    const middle = strokes[strokes.length >> 1]!
    easel.change({ take: [middle.id] })
    finish()
    easel.change({ put: [middle] })
    for (const one of last) easel.change({ put: [one] })
    finish()
  }
  return { width, height, data: encoded(flattened(module, paper.sheet, numberOf(document.tint))) }
}

function flattened({ memory }: Module, sheet: Sheet, ground: number): Uint8Array {
  const count = sheet.width * sheet.height
  const block = memory.lend(count * 4)
  sheet.flatten(ground, { at: block.at, length: count })
  const pixels = memory.u8({ at: block.at, length: count * 4 }).slice()
  memory.giveBack(block)
  return pixels
}

/** Draw a stroke as a person does: its brush in hand, a few samples at a time; then the sheet is told of it. */
function drawLive(easel: SheetEasel, look: BrushDocument, stroke: SheetStroke, feeds: number): void {
  const { ink, opacity, samples, size, kind, erase, seed, layer } = stroke
  easel.setBrush({ ...look, ...(ink && { ink }), ...(opacity !== null && { opacity }) })
  easel.down({ kind, erase, seed, layer, size })
  for (let at = 0; at < samples.length; at += feeds * FLOATS) {
    easel.move(samples.slice(at, at + feeds * FLOATS))
  }
  const drawn = easel.up(stroke.id)
  if (drawn) easel.change({ put: [{ ...stroke, samples: drawn.samples }] })
}
