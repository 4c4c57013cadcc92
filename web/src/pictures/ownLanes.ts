// Lanes of one's own as they lie on this device.
import { strokeAlone } from "@/device/tables/strokes"
import { lanesInOrder } from "@/acts/keepLane"
import { type Store } from "@/device/store"
import { reachOf, type KeptStroke } from "@/documents/stroke"
import type { Lane } from "@/engine/page/useLanes"

export interface OwnLane extends Lane {
  set: string
  hidden: boolean
}

/** Above the strokes' top left corner, sheet px, stands the lane's label. */
const LABEL_UP = 40

function cornerOf(strokes: KeptStroke[]): [number, number] {
  const reach = reachOf(strokes)
  return reach ? [reach.left, Math.max(0, reach.top - LABEL_UP)] : [0, 0]
}

export function laneOf(
  key: string,
  label: string,
  set: string,
  hidden: boolean,
  strokes: KeptStroke[],
): OwnLane {
  return { key, label, set, hidden, strokes, at: cornerOf(strokes) }
}

export async function ownLanes(store: Store): Promise<OwnLane[]> {
  const lanes = await lanesInOrder(store)
  const strokes = await store.strokes
    .where("lane")
    .anyOf(lanes.map((one) => one.id))
    .sortBy("drawnAt")
  return lanes.map(({ id, name, set, hidden }) =>
    laneOf(id, name, set, hidden, strokes.filter((one) => one.lane === id).map(strokeAlone)),
  )
}
