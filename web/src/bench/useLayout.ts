// Where strokes lie on the sheet as it is laid out now, and where they were drawn.
import { type KeptStroke, reachOf, shifted } from "@/documents/stroke"
import { computed, shallowRef, type Ref } from "vue"
import type { Rectangle } from "@/documents/stroke"
import { laneAt, shiftOf, type Block, type Flow } from "./flow"
import type { Lane } from "@/engine/page/useLanes"

/** Room round about a lane's strokes, sheet px. */
const AROUND = 8

export function blockOf({ key, at, strokes }: Lane): Block {
  const found = reachOf(strokes) ?? { left: at[0], top: at[1], right: at[0], bottom: at[1] }
  const reach: Rectangle = {
    left: found.left - AROUND,
    top: found.top - AROUND,
    right: found.right + AROUND,
    bottom: found.bottom + AROUND,
  }
  return { key, reach }
}

export function useLayout(lanes: Ref<Lane[]>, loose: Ref<KeptStroke[]>, inHand: Ref<string>) {
  const flow = shallowRef<Flow>()
  const blocks = computed(() => lanes.value.map(blockOf))

  /** Key of the lane whose stroke is in hand, or over which it was drawn. */
  const heldLane = computed(
    () =>
      lanes.value.find((lane) => lane.strokes.some((one) => one.id === inHand.value))?.key ??
      loose.value.find((one) => one.id === inHand.value)?.over,
  )

  /** A stroke of a lane, or drawn over one, where it lies now; nothing where its lane has no room. */
  function placed(stroke: KeptStroke, over = stroke.over ?? ""): KeptStroke | undefined {
    // Drawn over a lane that this brush is not shown on, it lies on free paper.
    const known = over === "" || lanes.value.some((lane) => lane.key === over)
    const shift = shiftOf(flow.value, known ? over : "")
    return shift && shifted(stroke, ...shift)
  }

  /** A lane's stroke where it lies now, if its lane has room. */
  function laneStroke(stroke: KeptStroke, lane: string): KeptStroke[] {
    const there = placed(stroke, lane)
    return there ? [{ ...there, lane: true }] : []
  }

  /** A stroke as it was just drawn, as it is kept: where it would lie if nothing had flowed. */
  function asKept(stroke: KeptStroke): KeptStroke {
    // Where nothing is drawn, nothing is drawn over.
    const over = stroke.dries ? "" : laneAt(flow.value, stroke.samples[0]!, stroke.samples[1]!)
    const [dx, dy] = shiftOf(flow.value, over) ?? [0, 0]
    return { ...shifted(stroke, -dx, -dy), over }
  }

  /** All strokes that are shown, where they lie now: those of lanes, then one's own. */
  const shown = (): KeptStroke[] => [
    ...lanes.value.flatMap((lane) => lane.strokes.flatMap((one) => laneStroke(one, lane.key))),
    ...loose.value.flatMap((one) => placed(one) ?? []),
  ]

  /** Lanes that have room, with the place of their labels. */
  const labelled = computed(() =>
    lanes.value.flatMap((lane) => {
      const place = flow.value?.places.get(lane.key)
      return place ? [{ ...lane, at: [place.left, place.top] as [number, number] }] : []
    }),
  )

  return { flow, blocks, heldLane, labelled, placed, asKept, shown }
}
