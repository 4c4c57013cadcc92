// The worker that owns the canvas: the desk, with changes of the brush gathered so that the latest wins.
import * as Comlink from "comlink"
import type { BrushDocument } from "@/documents/brush"
import { FLOATS, TIME, type KeptStroke, type Pen } from "@/documents/stroke"
import type { EaselName } from "../easel/easel"
import type { View } from "../easel/screen"
import type { SheetChange } from "../easel/sheetEasel"
import type { Bring } from "../memory/pictures"
import type { At, News } from "./at"
import { makeDesk, type Desk, type Shown } from "./desk"
import { pictureCalls } from "./pictureCalls"
import { prepCalls } from "./prepCalls"
import { questionCalls } from "./questionCalls"

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

const at: At = {
  get desk() {
    return desk
  },
  betweenInking,
  tell,
}

const api = {
  async start(url: string, port: MessagePort, bring: Bring) {
    news = port
    desk = await makeDesk(url, goOn, shows, bring)
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
  setStrokes: (name: EaselName, strokes: KeptStroke[]) => desk.setStrokes(name, strokes),
  /** What changed of the sheet that lies open. */
  changeSheet(change: SheetChange) {
    desk.sheet.change(change)
    tell({ laid: desk.laid })
  },
  sheetRests: () => desk.laid === 1,
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
  /** Times from each report of a pen to its ink on the canvas since the last call, ms. */
  takePenTimes() {
    const times = penTimes
    penTimes = []
    return times
  },
  ...prepCalls(at),
  ...pictureCalls(at),
  ...questionCalls(at),
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
