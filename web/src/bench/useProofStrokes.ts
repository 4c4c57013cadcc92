// The strokes of one's own that lie loose on a brush's proof sheet.
import { shallowRef } from "vue"
import { api, reach } from "@/api/client"
import type { KeptStroke } from "@/engine/desk"
import { strokeFrom } from "./samples"
import type { StrokeQueue } from "./useStrokeQueue"

export function useProofStrokes(queue: StrokeQueue, brush: string) {
  const strokes = shallowRef<KeptStroke[]>([])

  /** What is kept, with what waits on this device over it. */
  async function open(): Promise<void> {
    const { data } = await reach(api.GET("/api/proof-strokes", { params: { query: { brush } } }))
    const kept = (data ?? []).map((one) => ({ ...strokeFrom(one), at: one.drawn_at }))
    const byId = new Map(kept.map((one) => [one.id, one]))
    for (const act of await queue.strokes()) {
      // What was drawn to try another brush lies on no other's sheet.
      if (act.brush && act.brush !== brush) continue
      if (act.act === "delete") byId.delete(act.id)
      else byId.set(act.id, { ...act, at: act.drawnAt })
    }
    for (const lane of await queue.lanes()) {
      for (const stroke of lane.strokes) {
        if (stroke.brush && stroke.brush !== brush) continue
        if (lane.act === "apart") byId.set(stroke.id, { ...stroke, at: lane.at })
        else byId.delete(stroke.id)
      }
    }
    strokes.value = [...byId.values()].sort((a, b) => a.at - b.at)
    queue.schedule(0)
  }

  function keep(stroke: KeptStroke): void {
    void queue.noteStroke({ ...stroke, act: "keep", drawnAt: Date.now() })
  }

  function add(stroke: KeptStroke): void {
    join([stroke])
    keep(stroke)
  }

  function remove(gone: KeptStroke[]): void {
    leave(gone)
    for (const stroke of gone) void queue.noteStroke({ ...stroke, act: "delete", drawnAt: Date.now() })
  }

  function putBack(back: KeptStroke[]): void {
    join(back)
    back.forEach(keep)
  }

  /** Strokes of a lane that was taken apart lie loose again; the lane's act says so to the server. */
  function join(back: KeptStroke[]): void {
    strokes.value = [...strokes.value, ...back]
  }

  /** Strokes that went into a lane are no longer loose; the lane's act says so to the server. */
  function leave(gone: KeptStroke[]): void {
    const ids = new Set(gone.map((one) => one.id))
    strokes.value = strokes.value.filter((one) => !ids.has(one.id))
  }

  return { strokes, open, add, remove, putBack, join, leave }
}
