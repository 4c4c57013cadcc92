// The worker that owns the canvas: the desk, with changes of the brush gathered so that the latest wins.
import type { BrushDocument, Input, Link } from "@/documents/brush"
import type { SheetDocument } from "@/documents/sheet"
import { FLOATS, TIME, type KeptStroke, type Kind, type Pen, type Stroke } from "@/documents/stroke"
import * as Comlink from "comlink"
import { makeDesk, type Desk, type Shown } from "./desk"
import type { EaselName, Live } from "../easel/easel"
import { strokeAt, strokesIn } from "../questions/choosing"
import { ruleGuides } from "../questions/guides"
import { neighbours } from "../questions/neighbours"
import type { Makes, Recipe, Start, Step } from "@/documents/recipe"
import type { Picture as InkPicture } from "../memory/images"
import { ON_THE_TABLE, type OnTable, type Print } from "../prep/prep"
import type { Bring } from "../memory/pictures"
import type { PocketPicture, ShownOn } from "../pictures/pockets"
import type { Readings } from "../questions/readings"
import type { View } from "../easel/screen"
import type { SheetChange } from "../easel/sheetEasel"
import type { SheetToWrite, Writing } from "../pictures/sheetWriter"
import type { Rectangle } from "@/documents/stroke"
import type { WordSetting } from "@/documents/words"
import { straightened } from "../questions/straighten"
import type { Picture, Wedge } from "../pictures/stations"

export interface News {
  live?: Live
  /** What pictures of the stations are to show. */
  shown?: Shown
  /** Revision of the brush that the canvas now shows, how long its re-inking took, and whether its line is swept. */
  inked?: { edit: number; ms: number; swept: boolean }
  /** What the brush on the bench measures, as far as it is known. */
  measured?: { turn: number; readings: Readings }
  /** How much of the sheet that lies open is inked, 0..1. */
  laid?: number
  /** How much of a sheet is written, 0..1. */
  written?: number
  /** The engine met what it cannot go on from: it must be started anew. */
  broken?: string
}

const MOST_TIMES = 16_384

let desk: Desk
let news: MessagePort
/** Brushes that wait to be inked: of each easel the latest. */
const waiting = new Map<EaselName, { brush: BrushDocument; edit: number }>()
let inkedEdit = 0
let penTimes: number[] = []
const beat = new MessageChannel()
let beating = false

// A message to oneself comes after the pen events and settings that wait already: of many settings only
// the last is inked.
beat.port1.onmessage = () => {
  beating = false
  for (const [name, { brush, edit }] of waiting) {
    waiting.delete(name)
    const start = performance.now()
    desk.setBrush(name, brush)
    if (name === "bench") {
      inkedEdit = edit
      tell({ inked: { edit, ms: performance.now() - start, swept: desk.swept } })
    }
    return goOn()
  }
  // Then what is left to ink, and what pictures are to show: strokes come first. The pen comes before both.
  if (penIsDown) return
  if (desk.inking) {
    const ms = desk.inkOn()
    tell({ laid: desk.laid })
    if (ms !== undefined) tell({ inked: { edit: inkedEdit, ms, swept: desk.swept } })
    goOn()
  } else if (toShow) {
    tell({ shown: toShow })
    toShow = undefined
  }
}

/** What pictures of the stations are to show, where nobody was told of it yet. */
let toShow: Shown | undefined

function shows(shown: Shown): void {
  toShow = shown
  goOn()
}

function goOn(): void {
  if (beating) return
  beating = true
  beat.port2.postMessage(null)
}

let penIsDown = false
/** A view that has stood so long, ms, is inked at its own pixels. */
const SCALE_REST = 90
let scaleTimer: ReturnType<typeof setTimeout> | undefined
/** Where the hand was expected is not where it is, once it has rested for so long, ms. */
const FORESIGHT = 50
const foresightTimers = new Map<EaselName, ReturnType<typeof setTimeout>>()

/** Those who let in what waits: a timer would have each of them wait for milliseconds. */
const turns: (() => void)[] = []
const turn = new MessageChannel()
turn.port1.onmessage = () => turns.shift()?.()

/** Let all in that waits, and wait for a moment in which no stroke is drawn and none is on its way. */
async function betweenInking(): Promise<void> {
  await new Promise<void>((go) => {
    turns.push(go)
    turn.port2.postMessage(null)
  })
  while (penIsDown || waiting.size > 0) await new Promise((go) => setTimeout(go))
}

function tell(what: News): void {
  news?.postMessage(what)
}

/** A recipe of a source that is to be followed, and the size that it should hold up to. */
export interface PrepWish {
  table: OnTable
  recipe: Recipe
  makes: Makes
  largest: number
  edit: number
}

/** A kernel that trapped, or memory that could not grow, leaves the module in no state to go on from. */
function isFatal(error: unknown): error is Error {
  return error instanceof WebAssembly.RuntimeError || error instanceof RangeError
}

/** The page hears of it as of news, and starts another worker: it is no fault of the page's. */
function ends(event: Event, error: unknown): void {
  if (!isFatal(error)) return
  event.preventDefault()
  tell({ broken: error.message })
}
self.addEventListener("error", (event) => ends(event, event.error))
self.addEventListener("unhandledrejection", (event) => ends(event, event.reason))

/** Where the browser can, what is drawn is seen without waiting for the page. */
const AT_ONCE = { alpha: false, willReadFrequently: true, desynchronized: true }
const context = (canvas: OffscreenCanvas) =>
  canvas.getContext("2d", AT_ONCE) as OffscreenCanvasRenderingContext2D

const api = {
  async start(url: string, port: MessagePort, bring: Bring) {
    news = port
    desk = await makeDesk(url, goOn, shows, bring)
  },
  async sketch(px: number, makes: Makes, start?: Start, step?: Step) {
    const made = await desk.prep.sketch(px, makes, start, step)
    return made && Comlink.transfer(made, [made])
  },
  /** How much memory the module holds, bytes. */
  memoryHeld: () => desk.module.memory.bytes.byteLength,
  /** How many recorded strokes were inked on the easels: what is done for one must not cost as much as all. */
  strokesInked: () => desk.strokesInked,
  /** Whether all that was asked for is inked. */
  rests: () => waiting.size === 0 && !beating && !toShow && scaleTimer === undefined && desk.rests,
  /** Whether anybody is there. */
  alive: () => true,
  attach: (name: EaselName, canvas: OffscreenCanvas) => desk.attach(name, context(canvas)),
  async inkStation(which: Picture, brush: BrushDocument, width: number, height: number, wedge?: Wedge) {
    await betweenInking()
    const inked = await desk.inkStation(which, brush, width, height, wedge)
    return Comlink.transfer(inked, [inked.picture])
  },
  async traces(shown: Shown) {
    await betweenInking()
    return desk.traces(shown)
  },
  setColours: (paper: number, around: number) => desk.setColours(paper, around),
  setView(name: EaselName, view: View) {
    desk.easel(name).setView(view)
    // The ink is made anew at the view's pixels once fingers rest.
    clearTimeout(scaleTimer)
    scaleTimer = setTimeout(() => {
      scaleTimer = undefined
      desk.rescale()
    }, SCALE_REST)
  },
  setBrush(name: EaselName, brush: BrushDocument, edit: number) {
    waiting.set(name, { brush, edit })
    goOn()
  },
  /** Nobody looks at an easel any more. */
  leave(name: EaselName) {
    waiting.delete(name)
    desk.easel(name).leave()
  },
  setOthers: (others: Record<string, BrushDocument>) => desk.setOthers(others),
  contrast: (first: number, second: number) => desk.contrast(first, second),
  lchOf: (colour: number) => desk.lchOf(colour),
  colourOf: (lightness: number, chroma: number, hue: number) => desk.colourOf(lightness, chroma, hue),
  setStrokes: (name: EaselName, strokes: KeptStroke[]) => desk.setStrokes(name, strokes),
  /** What changed of the sheet that lies open. */
  changeSheet(change: SheetChange) {
    desk.sheet.change(change)
    tell({ laid: desk.laid })
  },
  /** Write a sheet as a PNG; the share that is done is told as news. Nothing where it was stopped. */
  writeSheet: (sheet: SheetToWrite, writing: Writing) =>
    desk.sheetWriter.write(sheet, writing, betweenInking, (written) => tell({ written })),
  stopWriting: () => desk.sheetWriter.stop(),
  sheetRests: () => desk.laid === 1,
  sheetPicture: (side: number) => desk.sheet.paper.picture(side, betweenInking),
  straightened: (samples: Float32Array<ArrayBuffer>) => straightened(desk.module, samples),
  strokeAt: (x: number, y: number, reach: number) =>
    strokeAt(desk.module, desk.sheet.paper.strokes, x, y, reach),
  strokesIn: (lasso: [number, number][]) => strokesIn(desk.module, desk.sheet.paper.strokes, lasso),
  /** Write a line of text as a hand would. */
  writeLine: (text: string, setting: WordSetting) => desk.words.write(text, setting),
  ruleGuides: (document: SheetDocument) => ruleGuides(desk.module, document),
  setFitting: (link?: Link) => desk.setFitting(link),
  fitPen: (presses: Float32Array<ArrayBuffer>[]) => desk.fitPen(presses),
  setReference: (shaky: Stroke, cornered: Stroke) => desk.setReference(shaky, cornered),
  /** A pen is drawing, with ink that another worker makes: pictures and readings wait until it is lifted. */
  penIsDown(down: boolean) {
    penIsDown = down
  },
  down(name: EaselName, pen: Pen) {
    penIsDown = true
    desk.easel(name).down(pen)
  },
  /**
   * Draw on through samples, and to where the browser expects the hand next, where that is known anew; answers once it
   * is shown. `since` is when the stroke was begun, ms since 1970.
   */
  move(
    name: EaselName,
    samples: Float32Array<ArrayBuffer>,
    since: number,
    foreseen?: Float32Array<ArrayBuffer>,
  ) {
    const easel = desk.easel(name)
    easel.move(samples, foreseen)
    if (foreseen) {
      clearTimeout(foresightTimers.get(name))
      if (foreseen.length > 0)
        foresightTimers.set(
          name,
          setTimeout(() => easel.forget(), FORESIGHT),
        )
    }
    if (name !== "bench" && name !== "sheet") return
    tell({ live: easel.live })
    const now = performance.timeOrigin + performance.now() - since
    for (let i = TIME; i < samples.length && penTimes.length < MOST_TIMES; i += FLOATS)
      penTimes.push(now - samples[i]!)
  },
  up(name: EaselName, id: string) {
    penIsDown = false
    const stroke = desk.up(name, id)
    goOn()
    return stroke
  },
  cancel(name: EaselName) {
    penIsDown = false
    desk.easel(name).cancel()
    goOn()
  },
  async inkPocket(which: PocketPicture | ShownOn, brush: BrushDocument, width: number, height: number) {
    const inked = await desk.inkPocket(which, brush, width, height)
    return Comlink.transfer(inked, [inked.picture])
  },
  /** The same as a PNG. */
  async writePocket(which: PocketPicture | ShownOn, brush: BrushDocument, width: number, height: number) {
    const { picture, whole } = await desk.inkPocket(which, brush, width, height)
    const canvas = new OffscreenCanvas(width, height)
    canvas.getContext("bitmaprenderer")!.transferFromImageBitmap(picture)
    return { file: await canvas.convertToBlob({ type: "image/png" }), whole }
  },
  capture: (frame: Rectangle) => desk.capture(frame),
  async prepFollow({ table, recipe, makes, largest, edit }: PrepWish) {
    const followed = await desk.prep.follow(table, recipe, makes, largest, edit)
    return Comlink.transfer(followed, [followed.picture.ink.buffer])
  },
  prepPrint(id: string, which: Print, width: number, height: number) {
    const print = desk.prep.printOf(id, which, width, height)
    return print && Comlink.transfer(print, [print])
  },
  prepFinish: (table: OnTable, recipe: Recipe, makes: Makes) => desk.prep.finish(table, recipe, makes),
  makePicture: (recipe: Recipe, makes: Makes) => desk.prep.make(recipe, makes),
  beginSource: (file: Blob, makes?: Makes) => desk.prep.begin(file, makes),
  /** Have what the recipe on the prep table came to at hand for the brush that tries it. */
  putOnTable: (makes: Makes, picture: InkPicture) => desk.images.put(makes, ON_THE_TABLE, picture),
  takeInHand: (id: string) => desk.takeInHand(id),
  compare: (brush: BrushDocument) => desk.compare(brush),
  neighbours: (brush: BrushDocument, stations: string[], far: number, seed: number) =>
    neighbours(desk.module, brush, stations, far, seed),
  readBrush: (brush: BrushDocument) => desk.readBrush("beside", brush, betweenInking),
  /** The readings of the brush on the bench; those that are known first are told as news, with the turn they are of. */
  measure: (brush: BrushDocument, turn: number) =>
    desk.readBrush("bench", brush, betweenInking, (readings) => tell({ measured: { turn, readings } })),
  traceLink: (link: Link) => desk.traceLink(link),
  addNode: (link: Link, x: number, y: number) => desk.addNode(link, x, y),
  moveNode: (link: Link, index: number, x: number, y: number) => desk.moveNode(link, index, x, y),
  removeNode: (link: Link, index: number) => desk.removeNode(link, index),
  pressureFromSpeed: (speed: number, usual: number) => desk.pressureFromSpeed(speed, usual),
  referenceLines: (brush: BrushDocument) => desk.referenceLines(brush),
  reports: (kind: Kind, own: string[], bins: number) => desk.reports(kind, own, bins),
  inputHistogram: (input: Input, bins: number, own: string[]) => desk.inputHistogram(input, bins, own),
  /** Times from each report of a pen to its ink on the canvas since the last call, ms. */
  takePenTimes() {
    const times = penTimes
    penTimes = []
    return times
  },
}

export type WorkerApi = typeof api

/** The same calls; one that ends the module says so. */
function guarded<T extends Record<string, (...given: never[]) => unknown>>(calls: T): T {
  const guard =
    (name: string, call: T[string]) =>
    async (...given: never[]) => {
      // A pen that still draws while the engine is started anew finds nobody yet.
      if (!desk && name !== "start" && name !== "alive") return undefined
      try {
        return await call(...given)
      } catch (error) {
        if (isFatal(error)) tell({ broken: error.message })
        throw error
      }
    }
  return Object.fromEntries(
    Object.entries(calls).map(([name, call]) => [name, guard(name, call as T[string])]),
  ) as T
}

Comlink.expose(guarded(api))
