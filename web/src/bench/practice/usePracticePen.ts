// The practice pen: a simulated stylus for whoever has only a mouse. It lends a mouse's samples pressure and
// tilt, and replays recorded strokes at their own speed.
import { FLOATS, TIME, type KeptStroke } from "@/documents/stroke"
import { newId } from "@/documents/ids"
import { reactive, ref } from "vue"
import type { Bench } from "../useBench"

export type PressureFrom = "slider" | "speed" | "wheel"

const WHEEL_STEP = 0.04

/** One pen, wherever it is shown. */
const pen = reactive({
  from: "slider" as PressureFrom,
  pressure: 0.6,
  /** Degrees from the paper: 90 is upright. */
  altitude: 60,
  /** Degrees clockwise from the right. */
  azimuth: 315,
})
const on = ref(false)
const replaying = ref(false)
let ask: ((speed: number, usual: number) => Promise<number>) | undefined
let last: { x: number; y: number; t: number } | undefined
let quickPressure = 0.6
let halt: (() => void) | undefined

export function usePracticePen(bench: Bench) {
  const { api } = bench.engine
  ask = (speed, usual) => api.pressureFromSpeed(speed, usual)

  function begin(): void {
    last = undefined
    quickPressure = pen.pressure
  }

  /** Give mouse samples the pen's pressure, altitude and azimuth, in place. */
  function lend(samples: Float32Array<ArrayBuffer>): void {
    for (let i = 0; i < samples.length; i += FLOATS) {
      const [x, y, t] = [samples[i]!, samples[i + 1]!, samples[i + 2]!]
      if (pen.from === "speed" && last && t > last.t) {
        const speed = Math.hypot(x - last.x, y - last.y) / (t - last.t)
        // The core answers a moment later; the pressure of the next samples follows it.
        void ask?.(speed, pen.pressure).then((pressure) => (quickPressure += (pressure - quickPressure) / 4))
      }
      last = { x, y, t }
      samples[i + 3] = pen.from === "speed" ? quickPressure : pen.pressure
      samples[i + 4] = (pen.altitude * Math.PI) / 180
      samples[i + 5] = (pen.azimuth * Math.PI) / 180
    }
  }

  /** Turn the wheel; returns whether the pen took it as pressure. */
  function wheel(delta: number): boolean {
    if (!on.value || pen.from !== "wheel") return false
    pen.pressure = Math.min(1, Math.max(0.02, pen.pressure - Math.sign(delta) * WHEEL_STEP))
    return true
  }

  function stop(): void {
    halt?.()
    halt = undefined
  }

  /** Draw recorded strokes again as if a hand did, `dx`, `dy` px beside where they were, at their own speed. */
  async function replay(strokes: KeptStroke[], dx: number, dy: number): Promise<void> {
    stop()
    let going = true
    halt = () => (going = false)
    replaying.value = true
    for (const one of strokes) {
      if (!going) break
      const samples = one.samples.slice()
      for (let i = 0; i < samples.length; i += FLOATS) {
        samples[i]! += dx
        samples[i + 1]! += dy
      }
      const id = newId()
      const { kind, erase, seed, layer, size } = one
      await api.down("bench", { kind, erase, seed, layer, size })
      const start = performance.now()
      const since = performance.timeOrigin + start
      let fed = 0
      while (going && fed < samples.length) {
        const now = await new Promise<number>((frame) => requestAnimationFrame(frame))
        let until = fed
        while (until < samples.length && samples[until + TIME]! <= now - start) until += FLOATS
        if (until > fed) void api.move("bench", samples.slice(fed, until), since)
        fed = until
      }
      if (going) {
        const drawn = await api.up("bench", id)
        if (drawn) bench.drew(drawn)
      } else await api.cancel("bench")
    }
    replaying.value = false
  }

  return { pen, on, replaying, begin, lend, wheel, stop, replay }
}
