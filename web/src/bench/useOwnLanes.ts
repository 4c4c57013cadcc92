// Lanes of one's own: recorded from loose strokes or read from InkML, named, ordered, hidden, deleted.
import { shallowRef } from "vue"
import { api, reach, sendForm } from "@/api/client"
import type { WaitingLane } from "@/api/outbox"
import type { components } from "@/generated/api"
import { notice } from "@/shell/notice"
import type { KeptStroke } from "@/engine/desk"
import { FLOATS, type Rectangle } from "@/engine/sheet"
import { strokeFrom } from "./samples"
import type { Lane } from "./useLanes"
import type { StrokeQueue } from "./useStrokeQueue"

export interface OwnLane extends Lane {
  set: string
  hidden: boolean
}

/** Above the strokes' top left corner, sheet px, stands the lane's label. */
const LABEL_UP = 40

/** Where strokes lie on the sheet; nothing where there are none. */
export function reachOf(strokes: KeptStroke[]): Rectangle | undefined {
  const reach = { left: Infinity, top: Infinity, right: -Infinity, bottom: -Infinity }
  for (const { samples } of strokes) {
    for (let i = 0; i < samples.length; i += FLOATS) {
      reach.left = Math.min(reach.left, samples[i]!)
      reach.right = Math.max(reach.right, samples[i]!)
      reach.top = Math.min(reach.top, samples[i + 1]!)
      reach.bottom = Math.max(reach.bottom, samples[i + 1]!)
    }
  }
  return Number.isFinite(reach.left) ? reach : undefined
}

function cornerOf(strokes: KeptStroke[]): [number, number] {
  const reach = reachOf(strokes)
  return reach ? [reach.left, Math.max(0, reach.top - LABEL_UP)] : [0, 0]
}

function laneOf(key: string, label: string, set: string, hidden: boolean, strokes: KeptStroke[]): OwnLane {
  return { key, label, set, hidden, strokes, at: cornerOf(strokes) }
}

function laneFrom(sent: components["schemas"]["Lane"]): OwnLane {
  const strokes = sent.strokes.map(strokeFrom)
  return laneOf(sent.id, sent.name, sent.set_name ?? "mine", sent.hidden ?? false, strokes)
}

function inserted(lanes: OwnLane[], place: number, lane: OwnLane): OwnLane[] {
  return [...lanes.slice(0, place), lane, ...lanes.slice(place)]
}

/** The kept lanes as the acts that wait on this device leave them. */
export function withWaiting(kept: OwnLane[], acts: WaitingLane[]): OwnLane[] {
  let lanes = kept
  for (const act of [...acts].sort((a, b) => a.at - b.at)) {
    lanes = lanes.filter((one) => one.key !== act.id)
    if (act.act === "keep") {
      const lane = laneOf(act.id, act.name, act.set, act.hidden, act.strokes)
      lanes = inserted(lanes, act.position, lane)
    }
  }
  return lanes
}

export function useOwnLanes(queue: StrokeQueue) {
  const lanes = shallowRef<OwnLane[]>([])

  async function open(): Promise<void> {
    const { data } = await reach(api.GET("/api/lanes"))
    lanes.value = withWaiting((data ?? []).map(laneFrom), await queue.lanes())
  }

  function note(lane: OwnLane, act: WaitingLane["act"], position: number): void {
    const { key: id, label: name, set, hidden, strokes } = lane
    void queue.noteLane({ id, name, set, hidden, position, strokes, act })
  }

  /** Keep a lane at a place among all lanes. */
  function put(lane: OwnLane, position: number): void {
    const others = lanes.value.filter((one) => one.key !== lane.key)
    const place = Math.min(Math.max(0, position), others.length)
    lanes.value = inserted(others, place, lane)
    note(lane, "keep", place)
  }

  /** Make a lane of loose strokes. */
  function record(name: string, set: string, strokes: KeptStroke[]): OwnLane {
    const lane = laneOf(crypto.randomUUID(), name, set, false, strokes)
    put(lane, lanes.value.length)
    return lane
  }

  function change(lane: OwnLane, parts: Partial<Pick<OwnLane, "label" | "hidden" | "set">>): void {
    put({ ...lane, ...parts }, lanes.value.indexOf(lane))
  }

  /** Move a lane before or after its neighbour of the same set. */
  function move(lane: OwnLane, by: 1 | -1): void {
    const set = lanes.value.filter((one) => one.set === lane.set)
    const neighbour = set[set.indexOf(lane) + by]
    if (neighbour) put(lane, lanes.value.indexOf(neighbour))
  }

  function drop(lane: OwnLane, act: "delete" | "apart"): number {
    const place = lanes.value.findIndex((one) => one.key === lane.key)
    lanes.value = lanes.value.filter((one) => one.key !== lane.key)
    note(lane, act, Math.max(0, place))
    return place
  }

  function remove(lane: OwnLane): void {
    const place = drop(lane, "delete")
    notice(`${lane.label} was deleted.`, { label: "Undo", act: () => put(lane, place) })
  }

  /** Undo of recording: the lane goes, and its strokes lie loose again. */
  function takeApart(lane: OwnLane): void {
    drop(lane, "apart")
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

  return { lanes, open, put, record, change, move, remove, takeApart, read }
}
