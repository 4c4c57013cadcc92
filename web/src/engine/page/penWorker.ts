// The pen's worker, and those who call it: one that ends is started again, unless the device can hold no more.
import { ref } from "vue"
import type { News } from "../desk/at"
import type { WorkerApi } from "../desk/worker"
import type { Bring } from "../memory/pictures"
import { isFatal, launch, type Launched } from "./launch"

/** A worker that ends so soon after another, ms, would end again. */
const SOON = 60_000

/** `take` hears its news, and `renewed` that another one runs. */
export function makePenWorker(bring: Bring, take: (news: News) => void, renewed: () => void) {
  /** Counts the workers: with another one all canvases must be lent anew. */
  const generation = ref(0)
  /** Whether two workers ended one soon after the other: what lies open is more than the device can hold. */
  const exhausted = ref(false)
  let restarted = -Infinity
  /** Those who wait for an answer that does not come any more. */
  let ended = new Set<() => void>()
  let pen = start()

  function start(): Launched {
    return launch("pen", bring, take, restart)
  }

  function restart(): void {
    if (exhausted.value) return
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
    pen = start()
    generation.value++
    pen.ready.then(renewed, () => {})
  }

  return {
    ...{ generation, exhausted, restart, tryAgain: startAnew },
    ready: () => pen.ready,

    /** What a call comes to, or something else where the worker ends before it has answered. */
    orEnded<T, U>(call: Promise<T>, otherwise: () => U): Promise<T | U> {
      return new Promise((tell, fail) => {
        const end = () => tell(otherwise())
        if (exhausted.value) return end()
        ended.add(end)
        call.then(tell, fail).finally(() => ended.delete(end))
      })
    },

    /** Call it. One that ends gives no answer. */
    call(name: keyof WorkerApi, given: readonly unknown[]): Promise<unknown> {
      const mine = pen
      mine.called()
      const call = mine.remote[name] as (...given: readonly unknown[]) => Promise<unknown>
      return call(...given).catch((error: Error) => {
        if (!isFatal(error)) throw error
        if (mine === pen) restart()
        return new Promise(() => {})
      })
    },
  }
}
