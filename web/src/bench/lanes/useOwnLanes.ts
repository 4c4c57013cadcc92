// Lanes of one's own: recorded from loose strokes or read from InkML, named, ordered, hidden, deleted.
import { t } from "@/words"
import type { KeptStroke } from "@/documents/stroke"
import { shallowRef } from "vue"
import { deleteLane, takeLaneApart } from "@/acts/deleteLane"
import { keepLane, putLaneBack } from "@/acts/keepLane"
import { sendForm } from "@/api/client"
import type { Store } from "@/device/store"
import { useStoreLive } from "@/device/useLive"
import { newId } from "@/documents/ids"
import type { components } from "@/generated/api"
import { notice } from "@/parts/notice"
import { laneOf, ownLanes, type OwnLane } from "@/pictures/ownLanes"

function inserted(lanes: OwnLane[], place: number, lane: OwnLane): OwnLane[] {
  return [...lanes.slice(0, place), lane, ...lanes.slice(place)]
}

const alike = (a: OwnLane[], b: OwnLane[]) => JSON.stringify(a.map(lookOf)) === JSON.stringify(b.map(lookOf))
const lookOf = (one: OwnLane) => [one.key, one.label, one.set, one.hidden, one.strokes.map(({ id }) => id)]

export function useOwnLanes({ store, carrier }: { store: Store; carrier: { wake: () => void } }) {
  const lanes = shallowRef<OwnLane[]>([])

  function take(now: OwnLane[]): void {
    if (!alike(now, lanes.value)) lanes.value = now
  }

  useStoreLive(store, () => ownLanes(store), take)

  async function open(): Promise<void> {
    take(await ownLanes(store))
  }

  /** Keep a lane at a place among all lanes. */
  function put(lane: OwnLane, position: number, keep = keepLane): void {
    const others = lanes.value.filter((one) => one.key !== lane.key)
    const place = Math.min(Math.max(0, position), others.length)
    lanes.value = inserted(others, place, lane)
    const { key: id, label: name, set, hidden } = lane
    const ids = lane.strokes.map((one) => one.id)
    void store.write(keep(store, { id, name, set, hidden, position: place }, ids))
  }

  /** Make a lane of loose strokes. */
  function record(name: string, set: string, strokes: KeptStroke[]): OwnLane {
    const lane = laneOf(newId(), name, set, false, strokes)
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

  function drop(lane: OwnLane, write: (store: Store, lane: string) => Promise<void>): number {
    const place = lanes.value.findIndex((one) => one.key === lane.key)
    lanes.value = lanes.value.filter((one) => one.key !== lane.key)
    void store.write(write(store, lane.key))
    return place
  }

  /** Put a lane back that was deleted or taken apart. */
  const putBack = (lane: OwnLane, position: number) => put(lane, position, putLaneBack)

  function remove(lane: OwnLane): void {
    const place = drop(lane, deleteLane)
    notice(t("bench.was-deleted", { label: lane.label }), {
      label: t("bench.undo"),
      act: () => putBack(lane, place),
    })
  }

  /** Undo of recording: the lane goes, and its strokes lie loose again. */
  function takeApart(lane: OwnLane): void {
    drop(lane, takeLaneApart)
  }

  /** Read an InkML file as a lane; returns what was assumed, or nothing if it could not be read. */
  async function read(file: File, set: string): Promise<string[] | undefined> {
    const body = new FormData()
    body.append("file", file)
    body.append("set_name", set)
    try {
      const said = (await sendForm("/api/lanes/inkml", body)) as components["schemas"]["ReadLane"]
      carrier.wake()
      return said.assumed
    } catch (error) {
      notice((error as Error).message)
      return undefined
    }
  }

  return { lanes, open, putBack, record, change, move, remove, takeApart, read }
}
