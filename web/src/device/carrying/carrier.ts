// The carrier: takes acts to the server in their order, each once, and brings what changed elsewhere. One of all tabs
// does it at a time.
import { liveQuery } from "dexie"
import { newId } from "@/documents/ids"
import { pull } from "../changes"
import { bringPictures } from "../pictures"
import type { Store } from "../store"
import { nextActs, nextRest } from "./nextActs"
import { backingOff, Sending, tellWay, type Way, type Went } from "./send"

const MOST_ACTS = 100
/** In sight, changes of other devices are asked for this often, ms. */
const LOOK = 30_000

export interface Carrier {
  /** Carry now, whatever was waited for. */
  wake: () => void
  stop: () => void
}

/** Hear of acts that wait, and of what else wakes a carrier, until the returned function is called. */
function listen(store: Store, hears: { waits: () => void; wake: () => void }): () => void {
  const waiting = liveQuery(() => store.acts.orderBy("seq").lastKey()).subscribe(hears.waits)
  const asked = liveQuery(() => store.mark("asked", "")).subscribe(hears.wake)
  const seen = () => document.visibilityState === "visible" && hears.wake()
  window.addEventListener("online", hears.wake)
  document.addEventListener("visibilitychange", seen)
  return () => {
    waiting.unsubscribe()
    asked.unsubscribe()
    window.removeEventListener("online", hears.wake)
    document.removeEventListener("visibilitychange", seen)
  }
}

/** `refused` hears the sentence of every act that is held apart. */
export function startCarrier(store: Store, refused: (sentence: string) => void = () => {}): Carrier {
  const ending = new AbortController()
  const sending = new Sending(store, refused)
  let tries = 0
  let timer = 0
  let leading = false
  let running = false
  let again = false

  /** Send all acts that may go. */
  async function sendAll(): Promise<{ way: Went; looked: number }> {
    for (;;) {
      const looked = Date.now()
      const acts = await nextActs(store, sending.alone ? 1 : MOST_ACTS)
      if (acts.length === 0) return { way: "on", looked }
      const way = await sending.send(acts)
      if (way !== "on") return { way, looked }
    }
  }

  /** Ask for what changed elsewhere; whether it came. */
  async function look(): Promise<boolean> {
    const left = await store.acts.count()
    if (!(await pull(store))) return false
    // What is back brought what waited for it: that goes at once, though nobody wakes this while it is backing off.
    if ((await store.acts.count()) > left) again = true
    await store.setMark("looked", newId())
    store.tookIn()
    // What could not be fetched is fetched after the next look.
    void bringPictures(store).catch(console.error)
    return true
  }

  /** Send and look until nothing is left; returns whether the server is near, and when it was sent last. */
  async function goThrough(): Promise<{ near: boolean; looked: number }> {
    for (;;) {
      again = false
      const { way, looked } = await sendAll()
      if (way === "look") again = true
      const near = way !== "later" && (await look())
      if (!near || !again || ending.signal.aborted) return { near, looked }
    }
  }

  async function run(): Promise<void> {
    if (running) {
      again = true
      return
    }
    if (ending.signal.aborted) return
    running = true
    window.clearTimeout(timer)
    try {
      const { near, looked } = await goThrough()
      if (near) {
        tries = 0
        await tellWay(store, "near")
      } else {
        // It is asked again when it has been waited for, whoever calls meanwhile.
        again = false
        if ((await store.mark<Way>("way", "near")) === "near") await tellWay(store, "away")
      }
      const rest = await nextRest(store, looked)
      schedule(near ? Math.min(LOOK, rest ?? LOOK) : backingOff(tries++))
    } catch (error) {
      if (ending.signal.aborted) return
      // The store itself failed: what came does not lie here yet, and comes again.
      store.tookIn(error as Error)
      schedule(backingOff(tries++))
    } finally {
      running = false
      // Whoever woke it in its last moments is heard too.
      if (again) schedule(0)
    }
  }

  function schedule(after: number): void {
    if (ending.signal.aborted) return
    window.clearTimeout(timer)
    timer = window.setTimeout(() => {
      const unseen = document.visibilityState === "hidden"
      if (unseen && after === LOOK) schedule(LOOK)
      else void run()
    }, after)
  }

  /** Until the carrier ends, or its tab does. */
  async function carry(): Promise<void> {
    if (ending.signal.aborted) return
    leading = true
    // While the server is away an act is no reason to hurry: it goes when that has been waited for.
    const deaf = listen(store, { waits: () => tries === 0 && void run(), wake: () => void run() })
    await new Promise((end) => ending.signal.addEventListener("abort", end, { once: true }))
    deaf()
    window.clearTimeout(timer)
  }

  const { signal } = ending
  const name = `hollowmist carrier ${store.account}`
  // Where a browser has no locks there is one carrier per tab: acts have ids, so that none is done twice.
  if (navigator.locks) {
    navigator.locks.request(name, { signal }, carry).catch(() => undefined)
  } else void carry()
  // Whoever carries, in this tab or another, looks at the mark.
  const wake = () => void (leading ? run() : store.setMark("asked", newId()))
  return { wake, stop: () => ending.abort() }
}
