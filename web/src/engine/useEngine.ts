// The engine's worker, one for the whole application.
import * as Comlink from "comlink"
import { shallowRef, type ShallowRef } from "vue"
import type { Live } from "./desk"
import type { PrepNews } from "./prep"
import type { Readings } from "./readings"
import type { StationTraces } from "./stations"
import type { News, WorkerApi } from "./worker"

export interface Engine {
  api: Comlink.Remote<WorkerApi>
  ready: Promise<void>
  live: ShallowRef<Live>
  traces: ShallowRef<StationTraces | undefined>
  inked: ShallowRef<{ edit: number; ms: number }>
  readings: ShallowRef<Readings | undefined>
  /** Whether the brush has changed since its readings were taken. */
  remeasuring: ShallowRef<boolean>
  prep: ShallowRef<PrepNews | undefined>
  prepProblem: ShallowRef<string>
}

declare global {
  interface Window {
    /** What script/bench reads of the running application. */
    hollowmist?: {
      inked: () => boolean
      /** How long the last re-inking of all strokes took, ms. */
      inkTime: () => number
      /** How long the recipe on the prep table last took, ms. */
      prepTime: () => number
      /** How many of its changes the prep table has shown. */
      prepEdits: () => number
      /** What the brush measures, once its readings are whole. */
      readings: () => Readings | undefined
      /** Times from pen event to changed canvas since the last call, ms. */
      penTimes: () => Promise<number[]>
    }
  }
}

let engine: Engine | undefined

export function useEngine(): Engine {
  if (engine) return engine
  const worker = new Worker(new URL("./worker.ts", import.meta.url), { type: "module" })
  const api = Comlink.wrap<WorkerApi>(worker)
  const live = shallowRef<Live>({ pressure: 0, tilt: 0, azimuth: 0, twist: 0, speed: 0, inputs: [] })
  const traces = shallowRef<StationTraces>()
  const inked = shallowRef({ edit: 0, ms: 0 })
  const readings = shallowRef<Readings>()
  const remeasuring = shallowRef(false)
  const prep = shallowRef<PrepNews>()
  const prepProblem = shallowRef("")
  const { port1, port2 } = new MessageChannel()
  port1.onmessage = ({ data }: MessageEvent<News>) => {
    if (data.live) live.value = data.live
    if (data.traces) traces.value = data.traces
    if (data.inked) inked.value = data.inked
    if (data.readings) {
      readings.value = data.readings
      remeasuring.value = false
    }
    if (data.prep) {
      prep.value = data.prep
      prepProblem.value = ""
    }
    if (data.prepProblem) prepProblem.value = data.prepProblem
  }
  const url = new URL("/engine.wasm", location.href).href
  const ready = api.start(url, Comlink.transfer(port2, [port2]))
  engine = { api, ready, live, traces, inked, readings, remeasuring, prep, prepProblem }
  window.hollowmist = {
    inked: () => inked.value.edit > 0,
    inkTime: () => inked.value.ms,
    prepTime: () => prep.value?.ms ?? 0,
    prepEdits: () => prep.value?.edit ?? 0,
    readings: () => (readings.value?.whole ? readings.value : undefined),
    penTimes: () => api.takePenTimes(),
  }
  return engine
}
