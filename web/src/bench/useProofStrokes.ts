// The strokes of one's own on the proof sheet: shown at once, kept when the server can be reached.
import { onScopeDispose, ref, shallowRef } from "vue"
import { api, reach } from "@/api/client"
import { outbox, type WaitingStroke } from "@/api/outbox"
import type { KeptStroke } from "@/engine/desk"
import type { Kind } from "@/engine/sheet"
import { KIND } from "@/generated/layout"
import { notice } from "@/shell/notice"

const KINDS = Object.entries(KIND) as [Kind, number][]

export const kindNumbered = (number: number): Kind => KINDS.find(([, one]) => one === number)![0]

export function fromBase64(text: string): Float32Array<ArrayBuffer> {
  return new Float32Array(Uint8Array.from(atob(text), (c) => c.charCodeAt(0)).buffer)
}

function toBase64(samples: Float32Array<ArrayBuffer>): string {
  const bytes = new Uint8Array(samples.buffer, samples.byteOffset, samples.byteLength)
  let text = ""
  for (let i = 0; i < bytes.length; i += 32768) text += String.fromCharCode(...bytes.subarray(i, i + 32768))
  return btoa(text)
}

export function useProofStrokes(account: string) {
  const strokes = shallowRef<KeptStroke[]>([])
  const waiting = ref(0)
  let timer = 0
  let sending = false

  async function open(): Promise<KeptStroke[]> {
    const { data } = await reach(api.GET("/api/proof-strokes"))
    const kept = (data ?? []).map((one): KeptStroke & { at: number } => ({
      id: one.id,
      kind: kindNumbered(one.kind),
      erase: one.erase ?? false,
      samples: fromBase64(one.samples),
      at: one.drawn_at,
    }))
    const byId = new Map(kept.map((one) => [one.id, one]))
    for (const act of await mine()) {
      if (act.act === "delete") byId.delete(act.id)
      else byId.set(act.id, { ...act, at: act.drawnAt })
    }
    strokes.value = [...byId.values()].sort((a, b) => a.at - b.at)
    schedule(0)
    return strokes.value
  }

  async function mine(): Promise<WaitingStroke[]> {
    const all = await (await outbox()).getAll("strokes")
    return all.filter((one) => one.account === account).sort((a, b) => a.at - b.at)
  }

  async function note(stroke: KeptStroke, act: "keep" | "delete"): Promise<void> {
    const { id, kind, erase, samples } = stroke
    waiting.value++
    const now = Date.now()
    await (await outbox()).put("strokes", { id, account, at: now, act, kind, erase, samples, drawnAt: now })
    schedule(0)
  }

  function add(stroke: KeptStroke): void {
    strokes.value = [...strokes.value, stroke]
    void note(stroke, "keep")
  }

  function remove(gone: KeptStroke[]): void {
    const ids = new Set(gone.map((one) => one.id))
    strokes.value = strokes.value.filter((one) => !ids.has(one.id))
    for (const stroke of gone) void note(stroke, "delete")
  }

  function putBack(back: KeptStroke[]): void {
    strokes.value = [...strokes.value, ...back]
    for (const stroke of back) void note(stroke, "keep")
  }

  /** Strokes that went into a lane are no longer loose; nothing is to be sent. */
  function leave(gone: KeptStroke[]): void {
    const ids = new Set(gone.map((one) => one.id))
    strokes.value = strokes.value.filter((one) => !ids.has(one.id))
  }

  function schedule(after: number): void {
    window.clearTimeout(timer)
    timer = window.setTimeout(() => void send(), after)
  }

  async function sent(act: WaitingStroke): Promise<boolean> {
    const params = { path: { stroke_id: act.id } }
    const { status, message } =
      act.act === "delete"
        ? await reach(api.DELETE("/api/proof-strokes/{stroke_id}", { params }))
        : await reach(
            api.PUT("/api/proof-strokes/{stroke_id}", {
              params,
              body: {
                kind: KIND[act.kind],
                erase: act.erase,
                samples: toBase64(act.samples),
                drawn_at: act.drawnAt,
              },
            }),
          )
    if (status === 400) notice(`A stroke could not be kept. ${message}`)
    // Refused for good (400, 404) is settled too: it would be refused again.
    return (status >= 200 && status < 300) || status === 400 || status === 404
  }

  async function send(): Promise<void> {
    if (sending) return
    sending = true
    const db = await outbox()
    let reached = true
    for (const act of await mine()) {
      reached = await sent(act)
      if (!reached) break
      const now = await db.get("strokes", act.id)
      if (now?.at === act.at && now.act === act.act) await db.delete("strokes", act.id)
    }
    sending = false
    waiting.value = (await mine()).length
    if (waiting.value > 0) schedule(reached ? 0 : 2000)
  }

  onScopeDispose(() => window.clearTimeout(timer))
  return { strokes, waiting, open, add, remove, putBack, leave }
}
