// The engine's workers, for the whole application: the pen's, and a second one. One that dies is started again.
import type * as Comlink from "comlink"
import { ref, shallowRef, type Ref, type ShallowRef } from "vue"
import type { BrushDocument } from "@/documents/brush"
import type { Shown } from "../desk/desk"
import type { Live } from "../easel/easel"
import { latest } from "./latest"
import { isFatal, launch, type Launched } from "./launch"
import type { Bring } from "../memory/pictures"
import type { PrepNews } from "../prep/prep"
import type { Readings } from "../questions/readings"
import { SecondWorker } from "./secondWorker"
import type { StationTraces } from "../pictures/stations"
import type { News } from "../desk/at"
import type { WorkerApi } from "../desk/worker"

export interface Engine {
  /** The worker's calls: always those of the worker that runs now. */
  api: Comlink.Remote<WorkerApi>
  readonly ready: Promise<void>
  /** Counts the workers: with another one all canvases must be lent anew. */
  generation: Ref<number>
  /** Whether two workers ended one soon after the other: what lies open is more than the device can hold. */
  exhausted: Ref<boolean>
  /** Start another worker, though the last two ended. */
  tryAgain: () => void
  /** What a call comes to, or something else where the worker ends before it has answered. */
  orEnded: <T, U>(call: Promise<T>, otherwise: () => U) => Promise<T | U>
  live: ShallowRef<Live>
  /** What pictures of the stations show, and what they are inked on: they are made anew where it changes. */
  shown: ShallowRef<Shown | undefined>
  /** What hand, line and weight make of the stroke in hand. */
  traces: ShallowRef<StationTraces | undefined>
  inked: ShallowRef<{ edit: number; ms: number; swept: boolean }>
  readings: ShallowRef<Readings | undefined>
  dropReadings: () => void
  /** Whether the brush has changed since its readings were taken. */
  remeasuring: ShallowRef<boolean>
  prep: ShallowRef<PrepNews | undefined>
  prepProblem: ShallowRef<string>
  /** How much of the sheet that lies open is inked, 0..1. */
  laid: ShallowRef<number>
  /** How much of the sheet that is being written is done, 0..1. */
  written: ShallowRef<number>
  /** Whether all that was asked for is inked and measured. */
  rests: () => Promise<boolean>
  /** How much memory each of the workers holds, bytes. */
  memoryHeld: () => Promise<{ pen: number; second: number }>
}

declare global {
  interface Window {
    /** What script/bench reads of the running application. */
    hollowmist?: {
      inked: () => boolean
      /** Times from a change of the brush to the stroke in hand inked with it, since the last call, ms. */
      gaps: () => number[]
      /** How long the last re-inking of all strokes took, ms. */
      inkTime: () => number
      /** How long the recipe on the prep table last took, ms. */
      prepTime: () => number
      /** How many of its changes the prep table has shown. */
      prepEdits: () => number
      /** What the brush measures, once its readings are whole. */
      readings: () => Readings | undefined
      /** Times from each report of a pen to its ink on the canvas since the last call, ms. */
      penTimes: () => Promise<number[]>
      /** Whether all that was asked for is inked and measured. */
      rests: () => Promise<boolean>
      /** Whether it is, once the engine has heard all that was told it. */
      sheetRests: () => Promise<boolean>
      /** How much memory each of the engine's workers holds, bytes. */
      memoryHeld: () => Promise<{ pen: number; second: number }>
      strokesInked: () => Promise<number>
    }
  }
}

/** Hands that rest this long, ms, let the readings begin. */
const REST = 60
/** A worker that ends so soon after another, ms, would end again. */
const SOON = 60_000

let engine: Engine | undefined

/** Where pictures of sources come from: the engine knows of no store and no network. */
let bring: Bring = () => Promise.reject(new Error("Nobody is signed in whose picture this is."))

export function setBringing(from: Bring): void {
  bring = from
}

/** Changes of the brush that are not inked yet, and when each was made. */
const changed = new Map<number, number>()
const gaps: number[] = []
const MOST_GAPS = 1000

function makeEngine(): Engine {
  let pen: Launched
  const generation = ref(0)
  const live = shallowRef<Live>({ pressure: 0, tilt: 0, azimuth: 0, twist: 0, speed: 0, inputs: [] })
  const shown = shallowRef<Shown>()
  const traces = shallowRef<StationTraces>()
  const inked = shallowRef({ edit: 0, ms: 0, swept: false })
  const readings = shallowRef<Readings>()
  const remeasuring = shallowRef(false)
  /** Counts the brushes that were measured; how many answers are waited for. */
  let turn = 0
  let awaited = 0
  let resting = 0
  const prep = shallowRef<PrepNews>()
  const prepProblem = shallowRef("")
  const written = shallowRef(0)
  const laid = shallowRef(1)

  let coming: Live | undefined

  function take(data: News): void {
    if (data.live) {
      // Gauges follow once a frame, however often a pen reports.
      if (!coming) requestAnimationFrame(() => ([live.value, coming] = [coming!, undefined]))
      coming = data.live
    }
    if (data.shown) {
      shown.value = data.shown
      void trace()
    }
    if (data.inked) {
      inked.value = data.inked
      for (const [edit, at] of changed) {
        if (edit > data.inked.edit) continue
        if (gaps.length < MOST_GAPS) gaps.push(performance.now() - at)
        changed.delete(edit)
      }
    }
    if (data.measured?.turn === turn) readings.value = data.measured.readings
    if (data.laid !== undefined) laid.value = data.laid
    if (data.written !== undefined) written.value = data.written
    if (data.broken && !exhausted.value) restart()
  }

  const bringing: Bring = (digest) => bring(digest)

  /** Count what the second worker was asked for. A file takes as long as it takes, and is told of by itself. */
  async function answered<T>(name: keyof WorkerApi, call: Promise<T>): Promise<T> {
    if (name === "writeSheet") return call
    awaited++
    try {
      return await call
    } finally {
      awaited--
    }
  }

  const trace = latest(async () => {
    const { value } = shown
    traces.value = (value && (await api.traces(value))) ?? traces.value
  })

  /** Another brush is going to be measured: what the one before comes to is of no use any more. */
  function dropReadings(): void {
    turn++
    readings.value = undefined
  }

  /** Measure a brush, once hands rest. What was measured before says nothing of it. */
  function measure(brush: BrushDocument): void {
    window.clearTimeout(resting)
    remeasuring.value = true
    const mine = ++turn
    resting = window.setTimeout(() => {
      resting = 0
      void api.measure(brush, mine).then((found) => {
        if (!found || mine !== turn) return
        readings.value = found
        remeasuring.value = false
      })
    }, REST)
  }

  function start(): void {
    pen = launch("pen", bringing, take, () => !exhausted.value && restart())
  }

  const exhausted = ref(false)
  let restarted = -Infinity
  /** Those who wait for an answer that does not come any more. */
  let ended = new Set<() => void>()

  function restart(): void {
    const waiting = ended
    ended = new Set()
    const again = performance.now() - restarted < SOON
    restarted = performance.now()
    // What is seen stays as it is, and would go with the worker: there is nobody who could draw it anew.
    if (again) exhausted.value = true
    else startAnew()
    waiting.forEach((tell) => tell())
  }

  function startAnew(): void {
    pen.end()
    exhausted.value = false
    start()
    generation.value++
    pen.ready.then(
      () => second.penEnded(),
      () => {},
    )
  }

  function orEnded<T, U>(call: Promise<T>, otherwise: () => U): Promise<T | U> {
    return new Promise((tell, fail) => {
      const end = () => tell(otherwise())
      if (exhausted.value) return end()
      ended.add(end)
      call.then(tell, fail).finally(() => ended.delete(end))
    })
  }

  start()

  /** Call the pen's worker. One that ends gives no answer. */
  function callPen(name: keyof WorkerApi, given: readonly unknown[]): Promise<unknown> {
    const mine = pen
    mine.called()
    return (mine.remote[name] as (...given: readonly unknown[]) => Promise<unknown>)(...given).catch(
      (error: Error) => {
        if (!isFatal(error)) throw error
        if (mine === pen && !exhausted.value) restart()
        return new Promise(() => {})
      },
    )
  }

  let onBench: BrushDocument | undefined

  /** Papers have another colour, or the steadying is read on other strokes. */
  function renew(name: keyof WorkerApi): void {
    if (shown.value) take({ shown: { ...shown.value } })
    if (name === "setReference" && onBench) measure(onBench)
  }

  const second = new SecondWorker(
    (take, silent) => launch("second", bringing, take, silent),
    callPen,
    ({ written, measured }) =>
      take({ ...(written !== undefined && { written }), ...(measured && { measured }) }),
  )
  const api = new Proxy({} as Comlink.Remote<WorkerApi>, {
    get:
      (_, name: keyof WorkerApi) =>
      (...given: never[]) => {
        if (second.takes(name)) return answered(name, second.call(name, given))
        if (name === "setBrush" && given[0] === "bench") {
          changed.set(given[2]! as number, performance.now())
          onBench = given[1]! as BrushDocument
          measure(onBench)
        }
        if (second.hears(name, given)) renew(name)
        return callPen(name, given)
      },
  })
  return {
    ...{
      api,
      generation,
      exhausted,
      tryAgain: startAnew,
      orEnded,
      live,
      shown,
      traces,
      inked,
      readings,
      dropReadings,
      remeasuring,
      prep,
      prepProblem,
      written,
      laid,
    },
    get ready() {
      return pen.ready
    },
    rests: async () => awaited === 0 && resting === 0 && (await api.rests()),
    memoryHeld: async () => ({ pen: Number(await api.memoryHeld()), second: await second.memoryHeld() }),
  }
}

export function useEngine(): Engine {
  if (engine) return engine
  const made = makeEngine()
  engine = made
  window.hollowmist = {
    inked: () => made.inked.value.edit > 0,
    gaps: () => gaps.splice(0),
    inkTime: () => made.inked.value.ms,
    prepTime: () => made.prep.value?.ms ?? 0,
    prepEdits: () => made.prep.value?.edit ?? 0,
    readings: () => (made.readings.value?.whole ? made.readings.value : undefined),
    penTimes: () => made.api.takePenTimes(),
    rests: made.rests,
    sheetRests: () => made.api.sheetRests(),
    memoryHeld: made.memoryHeld,
    strokesInked: () => made.api.strokesInked(),
  }
  return engine
}
