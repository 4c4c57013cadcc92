// The engine's workers, for the whole application: the pen's, and a second one. One that dies is started again.
import { t } from "@/words"
import type * as Comlink from "comlink"
import { shallowRef, type Ref, type ShallowRef } from "vue"
import type { BrushDocument } from "@/documents/brush"
import type { Shown } from "../desk/desk"
import type { Live } from "../easel/easel"
import { noteChange, noteInked, takeGaps } from "./gaps"
import { latest } from "./latest"
import { launch } from "./launch"
import { makeMeasuring } from "./measuring"
import { makePenWorker } from "./penWorker"
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

let engine: Engine | undefined

/** Where pictures of sources come from: the engine knows of no store and no network. */
let bring: Bring = () => Promise.reject(new Error(t("engine.nobody-is-signed-in-whose-picture")))

export function setBringing(from: Bring): void {
  bring = from
}

/** What the workers tell of, as refs, and what takes it in; `shows` hears that the stations' pictures are others. */
function makeNews(shows: () => void) {
  const live = shallowRef<Live>({ pressure: 0, tilt: 0, azimuth: 0, twist: 0, speed: 0, inputs: [] })
  const shown = shallowRef<Shown>()
  const inked = shallowRef({ edit: 0, ms: 0, swept: false })
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
      shows()
    }
    if (data.inked) {
      inked.value = data.inked
      noteInked(data.inked.edit)
    }
    if (data.laid !== undefined) laid.value = data.laid
    if (data.written !== undefined) written.value = data.written
  }

  return { live, shown, inked, written, laid, take }
}

function makeEngine(): Engine {
  const news = makeNews(() => void trace())
  const { live, shown, inked, written, laid } = news
  const traces = shallowRef<StationTraces>()
  const measuring = makeMeasuring((brush, turn) => api.measure(brush, turn))
  const bringing: Bring = (digest) => bring(digest)
  const pen = makePenWorker(bringing, take, () => second.penEnded())
  const second = new SecondWorker(
    (take, silent) => launch("second", bringing, take, silent),
    pen.call,
    ({ written, measured }) =>
      take({ ...(written !== undefined && { written }), ...(measured && { measured }) }),
  )
  /** How many answers of the second worker are waited for. */
  let awaited = 0
  let onBench: BrushDocument | undefined

  function take(data: News): void {
    news.take(data)
    if (data.measured) measuring.take(data.measured)
    if (data.broken) pen.restart()
  }

  const trace = latest(async () => {
    const { value } = shown
    traces.value = (value && (await api.traces(value))) ?? traces.value
  })

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

  /** Papers have another colour, or the steadying is read on other strokes. */
  function renew(name: keyof WorkerApi): void {
    if (shown.value) news.take({ shown: { ...shown.value } })
    if (name === "setReference" && onBench) measuring.begin(onBench)
  }

  function call(name: keyof WorkerApi, given: never[]): Promise<unknown> {
    if (second.takes(name)) return answered(name, second.call(name, given))
    if (name === "setBrush" && given[0] === "bench") {
      noteChange(given[2]! as number)
      onBench = given[1]! as BrushDocument
      measuring.begin(onBench)
    }
    if (second.hears(name, given)) renew(name)
    return pen.call(name, given)
  }

  const api = new Proxy({} as Comlink.Remote<WorkerApi>, {
    get:
      (_, name: keyof WorkerApi) =>
      (...given: never[]) =>
        call(name, given),
  })
  const { generation, exhausted, tryAgain, orEnded } = pen
  const { readings, remeasuring } = measuring
  return {
    ...{ api, generation, exhausted, tryAgain, orEnded },
    ...{ live, shown, traces, inked, written, laid, readings, remeasuring, dropReadings: measuring.drop },
    prep: shallowRef<PrepNews>(),
    prepProblem: shallowRef(""),
    get ready() {
      return pen.ready()
    },
    rests: async () => awaited === 0 && measuring.rests() && (await api.rests()),
    memoryHeld: async () => ({ pen: Number(await api.memoryHeld()), second: await second.memoryHeld() }),
  }
}

export function useEngine(): Engine {
  if (engine) return engine
  const made = makeEngine()
  engine = made
  window.hollowmist = {
    inked: () => made.inked.value.edit > 0,
    gaps: takeGaps,
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
