// Keeps a brush: on the device at once, in MariaDB within a second of rest, and tells how it stands.
import { onScopeDispose, ref, shallowRef } from "vue"
import { api, reach, type KeptBrush } from "@/api/client"
import { outbox, type WaitingBrush } from "@/api/outbox"
import type { BrushDocument } from "@/engine/brush"

export type Standing =
  "opening" | "kept" | "keeping" | "waiting" | "signed-out" | "conflict" | "refused" | "gone" | "missing"

/** A brush's state as a person sees it. */
export interface BrushState {
  name: string
  note: string
  document: BrushDocument
}

const REST = 500
const RETRY = [1000, 1500, 2500, 4000]
const UNREACHABLE = new Set([0, 403, 429, 500, 502, 503, 504])

export function useKeeping(id: string, account: string) {
  const standing = ref<Standing>("opening")
  const message = ref("")
  const keptAt = ref<Date>()
  const roll = shallowRef<{ id: string; name: string }>()
  const theirs = shallowRef<KeptBrush>()
  let revision = 0
  let wanted: BrushState | undefined
  let timer = 0
  let tries = 0
  let sending = false
  let closed = false

  const documentOf = (brush: KeptBrush) => brush.document as unknown as BrushDocument
  const stateOf = (brush: KeptBrush): BrushState => ({
    name: brush.name,
    note: brush.note ?? "",
    document: documentOf(brush),
  })

  function stands(brush: KeptBrush): void {
    revision = brush.revision
    keptAt.value = new Date(brush.kept_at)
    roll.value = { id: brush.roll, name: brush.roll_name }
  }

  /** Open the brush: what waits on this device, else what is kept. */
  async function open(): Promise<BrushState | undefined> {
    const {
      data,
      status,
      message: why,
    } = await reach(api.GET("/api/brushes/{brush_id}", { params: { path: { brush_id: id } } }))
    const waits = await (await outbox()).get("brushes", id)
    const mine = waits?.account === account ? waits : undefined
    if (data) stands(data)
    if (mine && status !== 404) {
      revision = mine.revision
      const state = { name: mine.name, note: mine.note, document: mine.document }
      keep(state)
      return state
    }
    if (!data) {
      fail(status === 404 ? "This brush is not in any of your rolls." : why)
      return undefined
    }
    standing.value = "kept"
    return stateOf(data)
  }

  /** The brush cannot be shown at all. */
  function fail(why: string): void {
    standing.value = "missing"
    message.value = why
  }

  /** Keep a state. Called at every change; the latest state is what is sent. */
  function keep(state: BrushState): void {
    wanted = state
    if (standing.value !== "conflict" && standing.value !== "gone") standing.value = "keeping"
    void note(state)
    schedule(REST)
  }

  async function note(state: BrushState): Promise<void> {
    const waits: WaitingBrush = { id, account, revision, ...state }
    await (await outbox()).put("brushes", waits)
  }

  function schedule(after: number): void {
    window.clearTimeout(timer)
    // What a closed bench could not send waits on the device for the next visit.
    if (closed) return
    timer = window.setTimeout(() => void send(), after)
  }

  async function send(): Promise<void> {
    if (!wanted || sending || standing.value === "conflict" || standing.value === "gone") return
    sending = true
    const sent = wanted
    const body = { revision, ...sent, document: sent.document as unknown as Record<string, unknown> }
    const params = { path: { brush_id: id } }
    const answer = await reach(api.PUT("/api/brushes/{brush_id}", { params, body: body as never }))
    sending = false
    if (answer.data) {
      tries = 0
      stands(answer.data)
      if (wanted === sent) {
        wanted = undefined
        await (await outbox()).delete("brushes", id)
        if (!wanted) standing.value = "kept"
      } else {
        await note(wanted)
        schedule(REST)
      }
    } else if (answer.status === 409) {
      theirs.value = (answer.error as { theirs: KeptBrush }).theirs
      standing.value = "conflict"
    } else if (answer.status === 404) {
      standing.value = "gone"
      message.value = "This brush was deleted on another device. Your changes are still here."
    } else if (answer.status === 401) {
      standing.value = "signed-out"
    } else if (UNREACHABLE.has(answer.status)) {
      standing.value = "waiting"
      message.value = answer.message
      schedule(RETRY[Math.min(tries++, RETRY.length - 1)]!)
    } else {
      standing.value = "refused"
      message.value = answer.message
    }
  }

  /** Settle a conflict by keeping this device's state over the other. */
  async function keepMine(): Promise<void> {
    if (!theirs.value) return
    stands(theirs.value)
    theirs.value = undefined
    standing.value = "keeping"
    if (wanted) await note(wanted)
    await send()
  }

  /** Settle a conflict by taking the other state; returns it. */
  async function takeTheirs(): Promise<BrushState | undefined> {
    if (!theirs.value) return undefined
    const taken = theirs.value
    stands(taken)
    theirs.value = undefined
    wanted = undefined
    await (await outbox()).delete("brushes", id)
    standing.value = "kept"
    return stateOf(taken)
  }

  /** Settle a conflict by keeping both: mine becomes a brush of its own; returns its id. */
  async function keepBoth(): Promise<string | undefined> {
    if (!theirs.value || !wanted) return undefined
    const body = {
      name: `${wanted.name} (this device)`.slice(0, 80),
      note: wanted.note,
      document: wanted.document,
    }
    const { data, message: why } = await reach(
      api.POST("/api/rolls/{roll_id}/brushes", {
        params: { path: { roll_id: theirs.value.roll } },
        body: body as never,
      }),
    )
    if (!data) {
      message.value = why
      return undefined
    }
    await takeTheirs()
    return data.id
  }

  /** The brush was deleted elsewhere: put it back and keep what was changed here. */
  async function putBack(): Promise<void> {
    const { data } = await reach(
      api.POST("/api/brushes/{brush_id}/restore", { params: { path: { brush_id: id } } }),
    )
    if (!data) return
    stands(data)
    standing.value = "keeping"
    await send()
  }

  const online = () => schedule(0)
  const hidden = () => document.visibilityState === "hidden" && void send()
  window.addEventListener("online", online)
  document.addEventListener("visibilitychange", hidden)
  onScopeDispose(() => {
    window.removeEventListener("online", online)
    document.removeEventListener("visibilitychange", hidden)
    window.clearTimeout(timer)
    closed = true
    void send()
  })

  return {
    standing,
    message,
    keptAt,
    roll,
    theirs,
    wanted: () => wanted,
    open,
    fail,
    keep,
    keepMine,
    takeTheirs,
    keepBoth,
    putBack,
  }
}

/** Send what waits from earlier visits, brush by brush; what meets a conflict waits until it is opened. */
export async function sendWaitingBrushes(account: string): Promise<void> {
  const db = await outbox()
  for (const { id, account: owner, ...state } of await db.getAll("brushes")) {
    if (owner !== account) continue
    const { data } = await reach(
      api.PUT("/api/brushes/{brush_id}", { params: { path: { brush_id: id } }, body: state as never }),
    )
    if (data) await db.delete("brushes", id)
  }
}
