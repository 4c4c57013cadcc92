// The proof strokes that ship with Hollowmist.
import { computed, shallowRef } from "vue"
import type { KeptStroke } from "@/engine/desk"
import { FLOATS } from "@/engine/sheet"

export interface Lane {
  key: string
  label: string
  strokes: KeptStroke[]
  /** Top left corner of what it covers, sheet px. */
  left: number
  top: number
}

interface Shipped {
  lanes: { key: string; label: string; strokes: number[][][] }[]
}

const lanes = shallowRef<Lane[]>([])

export function useLanes() {
  async function open(): Promise<void> {
    if (lanes.value.length > 0) return
    const shipped = (await (await fetch("/lanes.json")).json()) as Shipped
    lanes.value = shipped.lanes.map(({ key, label, strokes }) => {
      const kept = strokes.map((rows, i): KeptStroke => ({
        id: `${key}-${i}`,
        kind: "pen",
        erase: false,
        samples: new Float32Array(rows.flat()),
      }))
      let [left, top] = [Infinity, Infinity]
      for (const { samples } of kept) {
        for (let i = 0; i < samples.length; i += FLOATS) {
          left = Math.min(left, samples[i]!)
          top = Math.min(top, samples[i + 1]!)
        }
      }
      return { key, label, strokes: kept, left, top }
    })
  }

  return { lanes, strokes: computed(() => lanes.value.flatMap((lane) => lane.strokes)), open }
}
