// Takes acts to the server, and does with each what the answer says.
import { api, reach } from "@/api/client"
import type { components } from "@/generated/api"
import { answered, holdBack } from "../answers"
import { standAsKept } from "../changes"
import { carryPictures } from "../pictures"
import type { Act, Store } from "../store"
import { neededBy } from "../tables"
import { changedBy } from "../tables/kind"
import { carried } from "./nextActs"

const PATIENCE = 30_000
/** How long to wait after so many tries in vain, ms; chance makes it half as much to half as much again. */
const BACKING_OFF = [1000, 2000, 4000, 8000, 16_000, 30_000]

/** Answers that say nothing of the acts: the server, or the way to it, is not well. */
const AWAY = new Set([0, 401, 403, 408, 429, 502, 503, 504])

export type Way = "near" | "away" | "signed out" | "another account"
type Answers = components["schemas"]["Answers"]

export function backingOff(tries: number): number {
  return BACKING_OFF[Math.min(tries, BACKING_OFF.length - 1)]! * (0.5 + Math.random())
}

/** Tell all tabs how the way to the server is. */
export async function tellWay(store: Store, way: Way): Promise<void> {
  if ((await store.mark<Way>("way", "near")) !== way) await store.setMark("way", way)
}

/** How it went with all of some acts; `look` where changes must be asked for before any other goes. */
export type Went = "on" | "later" | "look"

/** `refused` hears the sentence of every act that is held apart. */
export class Sending {
  /** After an answer that does not say which act it was about, they go one by one. */
  alone = false

  constructor(
    private store: Store,
    private refused: (sentence: string) => void,
  ) {}

  /** An act that the server would refuse again is held apart, with what it said. */
  private async hold(act: Act, detail: string): Promise<void> {
    const { store } = this
    await store.transaction("rw", [...store.noted, store.stuck], async () => {
      const { seq, ...rest } = act
      await store.stuck.put({ ...rest, detail })
      await store.dropActs([seq])
    })
    this.refused(detail)
  }

  /** Send some acts. */
  async send(acts: Act[]): Promise<Went> {
    const { store } = this
    for (const act of acts) {
      const went = await carryPictures(store, act)
      if (went === "later") return went
      if (went === "on") continue
      await this.hold(act, went.refused)
      return "on"
    }
    // What was sent to a server that was set back meanwhile was not refused by the one that is known here.
    const before = await store.mark("epoch", "")
    const body = { account: store.account, acts: acts.map(carried) }
    const call = api.POST("/api/acts", { body, signal: AbortSignal.timeout(PATIENCE) })
    const { data, status, message } = await reach(call)
    const answers = data?.answers
    const whole = Array.isArray(answers) && answers.length === acts.length
    if (data?.epoch && whole && answers.every((one, i) => one.id === acts[i]!.id))
      return this.takeAnswers(acts, data, before, message)
    return this.notAnswered(acts, status, message)
  }

  /** Do with each act what its answer says. */
  private async takeAnswers(acts: Act[], { epoch, answers }: Answers, before: string, message: string) {
    const { store } = this
    const setBack = before !== "" && before !== epoch
    // What was done lies in that very database: whether it is still the same is asked from now on.
    if (before === "") await store.setMark("epoch", epoch)
    let anyRefused = false
    /** What the acts that went before in this very call were held for, by the things that they change. */
    const lost = new Map<string, string[]>()
    for (const [i, act] of acts.entries()) {
      const answer = answers[i]!
      // A server that was set back lacks what this needs: that is given back to it first.
      if (setBack && answer.answer !== "done") continue
      const along = [...changedBy(act), ...neededBy(act)].flatMap((one) => lost.get(one) ?? [])
      if (answer.answer === "gone") {
        const things = (answer.lost ?? []).map(({ thing }) => thing)
        changedBy(act).forEach((one) => lost.set(one, things))
      }
      // An act that needs one that is held is held with it.
      if (answer.answer === "refused" && along.length > 0)
        await store.doing([store.stuck], () => holdBack(store, act, [...new Set(along)]))
      else if (answer.answer === "refused") {
        anyRefused = true
        await this.hold(act, answer.detail ?? message)
      } else await answered(store, act, answer)
    }
    this.alone = false
    if (anyRefused) await standAsKept(store)
    return setBack ? "look" : "on"
  }

  /** There is no answer for each of them. */
  private async notAnswered(acts: Act[], status: number, message: string): Promise<Went> {
    const { store } = this
    if (status === 409) await tellWay(store, "another account")
    else if (status === 401) await tellWay(store, "signed out")
    if (status === 409 || AWAY.has(status) || (status >= 200 && status < 300)) return "later"
    if (acts.length > 1) {
      this.alone = true
      return "on"
    }
    const act = acts[0]!
    if (status >= 500) {
      const tries = (act.tries ?? 0) + 1
      await store.acts.update(act.seq, { tries, restsUntil: Date.now() + backingOff(tries + 2) })
    } else await this.hold(act, message)
    return "on"
  }
}
