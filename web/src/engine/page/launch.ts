// A worker with a module of its own, and a watch over it.
import * as Comlink from "comlink"
import engineAddress from "@/generated/engine.wasm?url"
import type { Bring } from "../memory/pictures"
import type { News } from "../desk/at"
import type { WorkerApi } from "../desk/worker"

/** Every so often a worker is asked whether it is there, ms; one that says nothing for so long is dead. */
const ASKED = 1500
const DEAD = 8000

export interface Launched {
  remote: Comlink.Remote<WorkerApi>
  ready: Promise<void>
  /** Somebody calls it: from then on it is asked whether it is there. */
  called: () => void
  end: () => void
}

/** A kernel that trapped, or memory that could not grow, as it comes through from the worker. */
export const isFatal = ({ name }: Error) => name === "RuntimeError" || name === "RangeError"

/** `take` hears its news, `silent` that it says nothing any more; neither does once it was ended. */
export function launch(name: string, bring: Bring, take: (news: News) => void, silent: () => void): Launched {
  const worker = new Worker(new URL("../desk/worker.ts", import.meta.url), { type: "module", name })
  const remote = Comlink.wrap<WorkerApi>(worker)
  const { port1, port2 } = new MessageChannel()
  let ended = false
  port1.onmessage = ({ data }: MessageEvent<News>) => !ended && take(data)
  const bringing = Comlink.proxy(bring)
  const address = new URL(engineAddress, location.href).href
  const ready = remote.start(address, Comlink.transfer(port2, [port2]), bringing)
  // Who waits for it hears why it could not start; who only calls it does not.
  const started = ready.then(
    () => true,
    () => false,
  )

  let quiet = 0
  let asked = false
  let wanted = true
  let timer = 0
  /** As long as it is called; where nothing happens nothing is asked. A hidden page may sleep. */
  function look(): void {
    if (ended || (!asked && !wanted)) {
      window.clearInterval(timer)
      timer = 0
      return
    }
    quiet = document.visibilityState === "visible" && asked ? quiet + ASKED : 0
    if (quiet >= DEAD) return silent()
    wanted = false
    if (asked) return
    asked = true
    void remote.alive().then(() => {
      asked = false
      quiet = 0
    })
  }
  function called(): void {
    wanted = true
    // Until it has started it has nobody who could answer.
    void started.then((runs) => runs && !ended && (timer ||= window.setInterval(look, ASKED)))
  }
  called()

  function end(): void {
    ended = true
    window.clearInterval(timer)
    worker.terminate()
  }
  return { remote, ready, called, end }
}
