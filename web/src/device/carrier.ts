// The carrier: takes acts to the server in their order, each once, and brings what changed elsewhere. One of all tabs
// does it at a time.
import { liveQuery } from "dexie"
import { api, reach } from "@/api/client"
import type { components } from "@/generated/api"
import { newId } from "@/documents/ids"
import { toBase64 } from "./base64"
import { answered, holdBack } from "./answers"
import { pull, standAsKept } from "./changes"
import { bringPictures, carryPictures } from "./pictures"
import type { Act, Noted, Store } from "./store"
import { keepsDocument, neededBy } from "./tables"
import { changedBy } from "./tables/kind"

const MOST_ACTS = 100
const MOST_BYTES = 1_000_000
const PATIENCE = 30_000
/** How long to wait after so many tries in vain, ms; chance makes it half as much to half as much again. */
const BACKING_OFF = [1000, 2000, 4000, 8000, 16_000, 30_000]
/** Longest that anything is put to rest, ms. */
const LONGEST_REST = 60_000
/** In sight, changes of other devices are asked for this often, ms. */
const LOOK = 30_000

/** Answers that say nothing of the acts: the server, or the way to it, is not well. */
const AWAY = new Set([0, 401, 403, 408, 429, 502, 503, 504])

export type Way = "near" | "away" | "signed out" | "another account"

export interface Carrier {
  /** Carry now, whatever was waited for. */
  wake: () => void
  stop: () => void
}

function backingOff(tries: number): number {
  return BACKING_OFF[Math.min(tries, BACKING_OFF.length - 1)]! * (0.5 + Math.random())
}

/** An act as JSON. */
function carried({ id, kind, thing, base, body }: Act): components["schemas"]["ActRequest"] {
  const { samples } = body
  if (!(samples instanceof Float32Array)) return { id, kind, thing, base, body }
  return { id, kind, thing, base, body: { ...body, samples: toBase64(samples as Float32Array<ArrayBuffer>) } }
}

/** How much longer an act rests, ms. One that should rest for very long was put to rest by a clock that has gone. */
function restOf(act: Noted): number {
  const left = (act.restsUntil ?? 0) - Date.now()
  return left > 0 && left <= LONGEST_REST ? left : 0
}

/** The acts that go next, marked as sent: what rests, and what concerns the same thing, waits; all else goes on. */
function nextActs(store: Store, most: number): Promise<Act[]> {
  return store.doing([store.stuck], async () => {
    await holdAlong(store)
    const resting = new Set<string>()
    const kept = new Set<string>()
    const found: Noted[] = []
    await store.acts
      .orderBy("seq")
      .until(() => found.length >= most)
      .each((act) => {
        // The next state of a document is made from what the answer to this one tells.
        const ahead = keepsDocument(act.kind) && kept.has(act.thing)
        const waits = [...act.changes, ...act.needs].some((one) => resting.has(one))
        if (restOf(act) > 0 || ahead || waits) act.changes.forEach((one) => resting.add(one))
        else {
          if (keepsDocument(act.kind)) kept.add(act.thing)
          found.push(act)
        }
      })
    const acts = bounded(await store.whole(found))
    await store.acts
      .where("seq")
      .anyOf(acts.map((one) => one.seq))
      .modify({ sent: true })
    return acts
  })
}

/** What needs something that is held until other things are put back is held with it, in its order. */
async function holdAlong(store: Store): Promise<void> {
  const lost = new Map<string, string[]>()
  await store.stuck.each((act) => act.lost && changedBy(act).forEach((one) => lost.set(one, act.lost!)))
  if (lost.size === 0) return
  for (const act of await store.acts.orderBy("seq").toArray()) {
    const along = [...act.changes, ...act.needs].flatMap((one) => lost.get(one) ?? [])
    if (along.length === 0) continue
    const [whole] = await store.whole([act])
    await holdBack(store, whole!, [...new Set(along)])
    act.changes.forEach((one) => lost.set(one, along))
  }
}

/** As many acts as may go at once, by what they weigh. */
function bounded(acts: Act[]): Act[] {
  let bytes = 0
  const fit = acts.findIndex((act, i) => (bytes += JSON.stringify(carried(act)).length) > MOST_BYTES && i > 0)
  return fit < 0 ? acts : acts.slice(0, fit)
}

/** When the next act may go that rested at a moment, ms from now: it may have rested long enough meanwhile. */
async function nextRest(store: Store, at: number): Promise<number | undefined> {
  const next = await store.acts.where("restsUntil").above(at).first()
  return next && restOf(next)
}

/** `refused` hears the sentence of every act that is held apart. */
export function startCarrier(store: Store, refused: (sentence: string) => void = () => {}): Carrier {
  const ending = new AbortController()
  let tries = 0
  /** After an answer that does not say which act it was about, they go one by one. */
  let alone = false
  let timer = 0
  let leading = false
  let running = false
  let again = false

  async function tell(way: Way): Promise<void> {
    if ((await store.mark<Way>("way", "near")) !== way) await store.setMark("way", way)
  }

  /** An act that the server would refuse again is held apart, with what it said. */
  async function hold(act: Act, detail: string): Promise<void> {
    await store.transaction("rw", [...store.noted, store.stuck], async () => {
      const { seq, ...rest } = act
      await store.stuck.put({ ...rest, detail })
      await store.dropActs([seq])
    })
    refused(detail)
  }

  /** An act that needs one that is held is held with it. */
  function holdAgain(act: Act, lost: string[]): Promise<void> {
    return store.doing([store.stuck], () => holdBack(store, act, [...new Set(lost)]))
  }

  /** Send some acts. Returns how it went with all of them; `look` where changes must be asked for before any other. */
  async function send(acts: Act[]): Promise<"on" | "later" | "look"> {
    for (const act of acts) {
      const went = await carryPictures(store, act)
      if (went === "later") return went
      if (went === "on") continue
      await hold(act, went.refused)
      return "on"
    }
    // What was sent to a server that was set back meanwhile was not refused by the one that is known here.
    const before = await store.mark("epoch", "")
    const body = { account: store.account, acts: acts.map(carried) }
    const call = api.POST("/api/acts", { body, signal: AbortSignal.timeout(PATIENCE) })
    const { data, status, message } = await reach(call)
    const answers = data?.answers
    const whole = Array.isArray(answers) && answers.length === acts.length
    if (data?.epoch && whole && answers.every((one, i) => one.id === acts[i]!.id)) {
      const setBack = before !== "" && before !== data.epoch
      // What was done lies in that very database: whether it is still the same is asked from now on.
      if (before === "") await store.setMark("epoch", data.epoch)
      let anyRefused = false
      /** What the acts that went before in this very call were held for, by the things that they change. */
      const lost = new Map<string, string[]>()
      for (const [i, act] of acts.entries()) {
        const told = answers[i]!
        if (setBack && told.answer !== "done") {
          // It lacks what this needs: that is given back to it first.
          continue
        }
        const along = [...changedBy(act), ...neededBy(act)].flatMap((one) => lost.get(one) ?? [])
        if (told.answer === "gone") {
          const things = (told.lost ?? []).map(({ thing }) => thing)
          changedBy(act).forEach((one) => lost.set(one, things))
        }
        if (told.answer === "refused" && along.length > 0) await holdAgain(act, along)
        else if (told.answer === "refused") {
          anyRefused = true
          await hold(act, told.detail ?? message)
        } else await answered(store, act, told)
      }
      alone = false
      if (anyRefused) await standAsKept(store)
      return setBack ? "look" : "on"
    }
    if (status === 409) await tell("another account")
    else if (status === 401) await tell("signed out")
    if (status === 409 || AWAY.has(status) || (status >= 200 && status < 300)) return "later"
    if (acts.length > 1) {
      alone = true
      return "on"
    }
    const act = acts[0]!
    if (status >= 500) {
      const tried = (act.tries ?? 0) + 1
      await store.acts.update(act.seq, { tries: tried, restsUntil: Date.now() + backingOff(tried + 2) })
    } else await hold(act, message)
    return "on"
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
      let way: "on" | "later" | "look" = "on"
      let looked = 0
      do {
        again = false
        for (;;) {
          looked = Date.now()
          const acts = await nextActs(store, alone ? 1 : MOST_ACTS)
          if (acts.length === 0) break
          way = await send(acts)
          if (way !== "on") break
        }
        if (way === "look") {
          again = true
          way = "on"
        }
        const left = await store.acts.count()
        if (way === "on" && !(await pull(store))) way = "later"
        else if (way === "on") {
          // What is back brought what waited for it: that goes at once, though nobody wakes this while it is backing off.
          if ((await store.acts.count()) > left) again = true
          await store.setMark("looked", newId())
          store.tookIn()
          // What could not be fetched is fetched after the next look.
          void bringPictures(store).catch(console.error)
        }
      } while (again && way === "on" && !ending.signal.aborted)
      if (way === "on") {
        tries = 0
        await tell("near")
      } else {
        // It is asked again when it has been waited for, whoever calls meanwhile.
        again = false
        const standing = await store.mark<Way>("way", "near")
        if (standing === "near") await tell("away")
      }
      const rest = await nextRest(store, looked)
      schedule(way === "later" ? backingOff(tries++) : Math.min(LOOK, rest ?? LOOK))
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
    const waiting = liveQuery(() => store.acts.orderBy("seq").lastKey()).subscribe(() => {
      if (tries === 0) void run()
    })
    const asked = liveQuery(() => store.mark("asked", "")).subscribe(() => void run())
    const wake = () => void run()
    const seen = () => document.visibilityState === "visible" && void run()
    window.addEventListener("online", wake)
    document.addEventListener("visibilitychange", seen)
    await new Promise((end) => ending.signal.addEventListener("abort", end, { once: true }))
    waiting.unsubscribe()
    asked.unsubscribe()
    window.clearTimeout(timer)
    window.removeEventListener("online", wake)
    document.removeEventListener("visibilitychange", seen)
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
