// Lanes of one's own: recorded from loose strokes or read from InkML, named, ordered, hidden, deleted.
import { shallowRef } from "vue"
import { api, reach, sendForm } from "@/api/client"
import type { components } from "@/generated/api"
import { notice } from "@/shell/notice"
import type { KeptStroke } from "@/engine/desk"
import { FLOATS } from "@/engine/sheet"
import type { Lane } from "./useLanes"
import { fromBase64, kindNumbered } from "./useProofStrokes"

type Sent = components["schemas"]["Lane"]

export interface OwnLane extends Lane {
  set: string
  hidden: boolean
}

/** Above the strokes' top left corner, sheet px, stands the lane's label. */
const LABEL_UP = 40

function cornerOf(strokes: KeptStroke[]): [number, number] {
  let [left, top] = [Infinity, Infinity]
  for (const { samples } of strokes) {
    for (let i = 0; i < samples.length; i += FLOATS) {
      left = Math.min(left, samples[i]!)
      top = Math.min(top, samples[i + 1]!)
    }
  }
  return Number.isFinite(left) ? [left, Math.max(0, top - LABEL_UP)] : [0, 0]
}

function laneFrom(sent: Sent): OwnLane {
  const strokes = sent.strokes.map((one) => ({
    id: one.id,
    kind: kindNumbered(one.kind),
    erase: one.erase ?? false,
    samples: fromBase64(one.samples),
  }))
  return {
    key: sent.id,
    label: sent.name,
    set: sent.set_name ?? "mine",
    hidden: sent.hidden ?? false,
    strokes,
    at: cornerOf(strokes),
  }
}

export function useOwnLanes() {
  const lanes = shallowRef<OwnLane[]>([])

  async function open(): Promise<void> {
    const { data } = await reach(api.GET("/api/lanes"))
    if (data) lanes.value = data.map(laneFrom)
  }

  async function settled(result: { status: number; message: string }): Promise<boolean> {
    const done = result.status >= 200 && result.status < 300
    if (!done) notice(result.message || "That could not be kept: the server is away. Nothing was changed.")
    await open()
    return done
  }

  async function record(name: string, set: string, strokes: KeptStroke[]): Promise<boolean> {
    const body = { name, set_name: set, strokes: strokes.map((one) => one.id) }
    return settled(await reach(api.POST("/api/lanes", { body })))
  }

  async function change(
    lane: OwnLane,
    body: { name?: string; hidden?: boolean; position?: number; set_name?: string },
  ): Promise<void> {
    const params = { path: { lane_id: lane.key } }
    await settled(await reach(api.PATCH("/api/lanes/{lane_id}", { params, body })))
  }

  async function remove(lane: OwnLane): Promise<void> {
    const params = { path: { lane_id: lane.key } }
    if (!(await settled(await reach(api.DELETE("/api/lanes/{lane_id}", { params }))))) return
    notice(`${lane.label} was deleted.`, {
      label: "Undo",
      act: () => void reach(api.POST("/api/lanes/{lane_id}/restore", { params })).then(settled),
    })
  }

  /** Read an InkML file as a lane; returns what was assumed, or nothing if it could not be read. */
  async function read(file: File, set: string): Promise<string[] | undefined> {
    const body = new FormData()
    body.append("file", file)
    body.append("set_name", set)
    try {
      const said = (await sendForm("/api/lanes/inkml", body)) as components["schemas"]["ReadLane"]
      await open()
      return said.assumed
    } catch (error) {
      notice((error as Error).message)
      return undefined
    }
  }

  return { lanes, open, record, change, remove, read }
}
