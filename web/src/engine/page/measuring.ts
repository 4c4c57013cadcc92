// What the brush on the bench measures: it is measured once hands rest, and what was measured before says nothing of it.
import { shallowRef } from "vue"
import type { BrushDocument } from "@/documents/brush"
import type { News } from "../desk/at"
import type { Readings } from "../questions/readings"

/** Hands that rest this long, ms, let the readings begin. */
const REST = 60

/** `measure` takes the readings of a brush; `turn` counts those that were measured. */
export function makeMeasuring(
  measure: (brush: BrushDocument, turn: number) => Promise<Readings | undefined>,
) {
  const readings = shallowRef<Readings>()
  /** Whether the brush has changed since its readings were taken. */
  const remeasuring = shallowRef(false)
  let turn = 0
  let resting = 0

  return {
    ...{ readings, remeasuring },
    rests: () => resting === 0,

    /** Another brush is going to be measured: what the one before comes to is of no use any more. */
    drop(): void {
      turn++
      readings.value = undefined
    },

    /** Measure a brush, once hands rest. */
    begin(brush: BrushDocument): void {
      window.clearTimeout(resting)
      remeasuring.value = true
      const mine = ++turn
      resting = window.setTimeout(() => {
        resting = 0
        void measure(brush, mine).then((found) => {
          if (!found || mine !== turn) return
          readings.value = found
          remeasuring.value = false
        })
      }, REST)
    },

    /** Readings come one after the other. */
    take({ turn: of, readings: found }: NonNullable<News["measured"]>): void {
      if (of === turn) readings.value = found
    },
  }
}
