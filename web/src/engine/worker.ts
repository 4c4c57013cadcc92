// The worker that owns the canvas: the desk, with changes of the brush gathered so that the latest wins.
import * as Comlink from "comlink"
import type { BrushDocument, Input, Link } from "./brush"
import { makeDesk, type Desk, type KeptStroke, type Live } from "./desk"
import type { Makes, Recipe } from "@/sources/recipe"
import type { PrepNews, Print } from "./prep"
import type { Readings } from "./readings"
import type { View } from "./screen"
import type { Kind, Rectangle, Stroke } from "./sheet"
import type { Picture, StationTraces } from "./stations"

export interface News {
  live?: Live
  traces?: StationTraces
  /** Revision of the brush that the canvas now shows, and how long its re-inking took. */
  inked?: { edit: number; ms: number }
  /** What the brush that is shown measures. */
  readings?: Readings
  /** What the recipe on the prep table came to. */
  prep?: PrepNews
  /** Why the recipe could not be followed. */
  prepProblem?: string
}

const MOST_TIMES = 4096

let desk: Desk
let news: MessagePort
let waiting: { brush: BrushDocument; edit: number } | undefined
let penTimes: number[] = []
const beat = new MessageChannel()

// A message to oneself comes after the pen events and settings that wait already: of many settings only
// the last is inked.
beat.port1.onmessage = () => {
  if (!waiting) {
    desk.drawPictures()
    rest()
    return
  }
  const { brush, edit } = waiting
  waiting = undefined
  const start = performance.now()
  desk.setBrush(brush)
  tell({ inked: { edit, ms: performance.now() - start } })
  beat.port2.postMessage(null)
}

/** Hands that rest this long, ms, let the readings begin. */
const REST = 60
const measuring = new MessageChannel()
let restTimer: ReturnType<typeof setTimeout> | undefined
let penIsDown = false

/** The brush stands: measure it, unless something else comes first. */
function rest(): void {
  clearTimeout(restTimer)
  desk.readings.stop()
  restTimer = setTimeout(() => {
    if (penIsDown) return
    desk.measure()
    measuring.port2.postMessage(null)
  }, REST)
}

// One step, then whatever waits: pen events and settings come in between.
measuring.port1.onmessage = () => {
  if (!desk.readings.busy) return
  const readings = desk.readings.advance()
  if (readings) tell({ readings })
  if (!readings?.whole) measuring.port2.postMessage(null)
}

function tell(what: News): void {
  news?.postMessage(what)
}

interface PrepWish {
  recipe: Recipe
  makes: Makes
  largest: number
  edit: number
  /** The brush that tries the source. */
  brush: BrushDocument
}

let prepWish: PrepWish | undefined
let prepping = false

/** Follow the latest recipe; of those that came meanwhile only the last is followed. */
async function followRecipe(): Promise<void> {
  if (prepping) return
  prepping = true
  while (prepWish) {
    const { recipe, makes, largest, edit, brush } = prepWish
    prepWish = undefined
    try {
      tell({ prep: await desk.prep.follow(recipe, makes, largest, edit) })
      desk.setBrush(brush)
    } catch (error) {
      tell({ prepProblem: (error as Error).message })
    }
    // Let waiting pen events and recipes in.
    await new Promise((go) => setTimeout(go))
  }
  prepping = false
}

const context = (canvas: OffscreenCanvas) =>
  canvas.getContext("2d", { alpha: false, willReadFrequently: true }) as OffscreenCanvasRenderingContext2D

const api = {
  async start(url: string, port: MessagePort) {
    news = port
    desk = await makeDesk(url)
    desk.onTraces((traces) => tell({ traces }))
  },
  attach: (canvas: OffscreenCanvas) => desk.attach(context(canvas)),
  attachPicture: (id: string, which: Picture, canvas: OffscreenCanvas) =>
    desk.attachPicture(id, which, context(canvas)),
  dropPicture: (id: string) => desk.dropPicture(id),
  setColours: (paper: number, around: number) => desk.setColours(paper, around),
  setView: (view: View) => desk.setView(view),
  setBrush(brush: BrushDocument, edit: number) {
    desk.readings.stop()
    if (!waiting) beat.port2.postMessage(null)
    waiting = { brush, edit }
  },
  setStrokes: (strokes: KeptStroke[]) => desk.setStrokes(strokes),
  addStroke: (stroke: KeptStroke) => desk.addStroke(stroke),
  setFitting: (link?: Link) => desk.setFitting(link),
  fitPen: (presses: Float32Array<ArrayBuffer>[]) => desk.fitPen(presses),
  setReference: (shaky: Stroke, cornered: Stroke) => desk.setReference(shaky, cornered),
  down(kind: Kind, erase: boolean) {
    penIsDown = true
    desk.readings.stop()
    desk.down(kind, erase)
  },
  /** `at` is when the pen event happened, ms since 1970. */
  move(samples: Float32Array<ArrayBuffer>, at: number) {
    tell({ live: desk.move(samples) })
    if (penTimes.length < MOST_TIMES) penTimes.push(performance.timeOrigin + performance.now() - at)
  },
  up(id: string, kind: Kind, erase: boolean) {
    penIsDown = false
    const stroke = desk.up(id, kind, erase)
    rest()
    return stroke
  },
  cancel() {
    penIsDown = false
    desk.cancel()
    rest()
  },
  capture: (frame: Rectangle) => desk.capture(frame),
  prepOpen: (name: string, file?: Blob) => desk.prep.open(name, file),
  prepFollow(wish: PrepWish) {
    prepWish = wish
    void followRecipe()
  },
  attachPrint: (id: string, which: Print, canvas: OffscreenCanvas) =>
    desk.prep.attach(id, which, canvas.getContext("2d") as OffscreenCanvasRenderingContext2D),
  dropPrint: (id: string) => desk.prep.drop(id),
  takeInHand: (id: string) => desk.takeInHand(id),
  compare() {
    const figures = desk.compare()
    rest()
    return figures
  },
  traceLink: (link: Link) => desk.traceLink(link),
  addNode: (link: Link, x: number, y: number) => desk.addNode(link, x, y),
  moveNode: (link: Link, index: number, x: number, y: number) => desk.moveNode(link, index, x, y),
  removeNode: (link: Link, index: number) => desk.removeNode(link, index),
  pressureFromSpeed: (speed: number, usual: number) => desk.pressureFromSpeed(speed, usual),
  referenceLines: () => desk.referenceLines(),
  reports: (kind: Kind, own: string[], bins: number) => desk.reports(kind, own, bins),
  inputHistogram: (input: Input, bins: number, own: string[]) => desk.inputHistogram(input, bins, own),
  /** Times from pen event to changed canvas since the last call, ms. */
  takePenTimes() {
    const times = penTimes
    penTimes = []
    return times
  },
}

export type WorkerApi = typeof api
Comlink.expose(api)
