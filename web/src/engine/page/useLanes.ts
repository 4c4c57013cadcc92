// The proof strokes that ship with Hollowmist.
import { type KeptStroke, samplesFrom } from "@/documents/stroke"
import { computed, shallowRef } from "vue"
import { t } from "@/words"
import lanesAddress from "@/generated/lanes.json?url"

export interface Lane {
  key: string
  label: string
  strokes: KeptStroke[]
  /** Where its label stands, sheet px. */
  at: [number, number]
}

interface Shipped {
  lanes: { key: string; at: [number, number]; seeds: number[]; strokes: number[][][] }[]
}

const lanes = shallowRef<Lane[]>([])

export function useLanes() {
  async function open(): Promise<void> {
    if (lanes.value.length > 0) return
    const shipped = (await (await fetch(lanesAddress)).json()) as Shipped
    lanes.value = shipped.lanes.map(({ key, at, seeds, strokes }) => {
      const kept = strokes.map((rows, i): KeptStroke => ({
        id: `${key}-${i}`,
        kind: "pen",
        erase: false,
        seed: seeds[i]!,
        samples: samplesFrom(rows),
      }))
      return { key, label: t(`bench.lane-${key}`), at, strokes: kept }
    })
  }

  /** The first stroke of a lane that ships. */
  const shipped = (key: string) => lanes.value.find((lane) => lane.key === key)?.strokes[0]

  return { lanes, shipped, strokes: computed(() => lanes.value.flatMap((lane) => lane.strokes)), open }
}
