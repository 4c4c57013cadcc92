// What was done to strokes and lanes of one's own, kept on the device until the server has it: oldest first.
import { useEventListener } from "@vueuse/core"
import { onScopeDispose, ref } from "vue"
import { api, reach } from "@/api/client"
import { outbox, type WaitingLane, type WaitingStroke } from "@/api/outbox"
import { KIND } from "@/generated/layout"
import { notice } from "@/shell/notice"
import { toBase64 } from "./samples"

const RETRY = 2000

type Answer = { status: number; message: string }
type StrokeAct = Omit<WaitingStroke, "account" | "at">
type LaneAct = Omit<WaitingLane, "account" | "at">

function sendStroke(act: WaitingStroke): Promise<Answer> {
  const params = { path: { stroke_id: act.id } }
  if (act.act === "delete") return reach(api.DELETE("/api/proof-strokes/{stroke_id}", { params }))
  const {
    erase,
    seed,
    brush = null,
    over = "",
    layer = 0,
    size = null,
    dries = false,
    drawnAt: drawn_at,
  } = act
  const samples = toBase64(act.samples)
  const body = { kind: KIND[act.kind], erase, seed, brush, over, layer, size, dries, samples, drawn_at }
  return reach(api.PUT("/api/proof-strokes/{stroke_id}", { params, body }))
}

function sendLane(act: WaitingLane): Promise<Answer> {
  const path = { lane_id: act.id }
  if (act.act !== "keep") {
    const query = { apart: act.act === "apart" }
    return reach(api.DELETE("/api/lanes/{lane_id}", { params: { path, query } }))
  }
  const { name, set: set_name, hidden, position } = act
  const body = { name, set_name, hidden, position, strokes: act.strokes.map((one) => one.id) }
  return reach(api.PUT("/api/lanes/{lane_id}", { params: { path }, body }))
}

/** Refused for good is settled too: it would be refused again. */
const settled = (status: number) => (status >= 200 && status < 300) || status === 400 || status === 404

export function useStrokeQueue(account: string, refused: () => void = () => {}) {
  /** Whether something waits because the server could not be reached. */
  const away = ref(false)
  let timer = 0
  let sending = false
  let last = 0

  /** Two acts never stand at the same time, however fast they follow each other. */
  const now = () => (last = Math.max(Date.now(), last + 1))

  async function strokes(): Promise<WaitingStroke[]> {
    return (await (await outbox()).getAll("strokes")).filter((one) => one.account === account)
  }

  async function lanes(): Promise<WaitingLane[]> {
    return (await (await outbox()).getAll("lanes")).filter((one) => one.account === account)
  }

  async function noteStroke(act: StrokeAct): Promise<void> {
    const at = now()
    await (await outbox()).put("strokes", { ...act, account, at })
    schedule(0)
  }

  async function noteLane(act: LaneAct): Promise<void> {
    const at = now()
    await (await outbox()).put("lanes", { ...act, account, at })
    schedule(0)
  }

  function schedule(after: number): void {
    window.clearTimeout(timer)
    timer = window.setTimeout(() => void send(), after)
  }

  /** Send one act and, once it is settled, forget it unless something newer came of the same thing. */
  async function settle(store: "strokes" | "lanes", act: WaitingStroke | WaitingLane): Promise<boolean> {
    const answer = await (store === "strokes"
      ? sendStroke(act as WaitingStroke)
      : sendLane(act as WaitingLane))
    if (!settled(answer.status)) return false
    const db = await outbox()
    if ((await db.get(store, act.id))?.at === act.at) await db.delete(store, act.id)
    if (answer.status === 400) {
      notice(answer.message)
      refused()
    }
    return true
  }

  async function send(): Promise<void> {
    if (sending) return
    sending = true
    const acts = [
      ...(await strokes()).map((act) => ({ store: "strokes" as const, act })),
      ...(await lanes()).map((act) => ({ store: "lanes" as const, act })),
    ].sort((a, b) => a.act.at - b.act.at)
    let reached = true
    for (const { store, act } of acts) {
      reached = await settle(store, act)
      if (!reached) break
    }
    sending = false
    away.value = !reached
    const left = (await strokes()).length + (await lanes()).length
    if (left > 0) schedule(reached ? 0 : RETRY)
  }

  useEventListener(window, "online", () => schedule(0))
  onScopeDispose(() => window.clearTimeout(timer))
  return { away, strokes, lanes, noteStroke, noteLane, schedule }
}

export type StrokeQueue = ReturnType<typeof useStrokeQueue>
