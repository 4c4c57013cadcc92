// What a brush makes of a sheet: its strokes as a lane, as large as a lane is.
import { computed, type Ref } from "vue"
import { FLOATS, reachOf, type KeptStroke } from "@/documents/stroke"
import type { Store } from "@/device/store"
import { useLiveOf } from "@/device/useLive"
import type { Lane } from "@/engine/page/useLanes"

const MARK = "s:"
/** Longer side of the lane, px, and most strokes of it. */
const SIDE = 900
const MOST = 400

/** The set of proof strokes that stands for a sheet. */
export const setOfSheet = (sheet: string): string => `${MARK}${sheet}`

/** The sheet that a set of proof strokes stands for, if it does. */
export const sheetOfSet = (set: string): string | undefined =>
  set.startsWith(MARK) ? set.slice(MARK.length) : undefined

export function useSheetLane(store: Store, set: Ref<string>) {
  const wanted = computed(() => sheetOfSet(set.value))
  const found = useLiveOf(wanted, async (id) => {
    const sheet = await store.sheets.get(id)
    if (!sheet) return undefined
    const strokes = await store.sheetStrokes.where("sheet").equals(id).toArray()
    const drawn = strokes.filter((one) => !one.dries && !one.erase)
    drawn.sort((a, b) => a.drawnAt - b.drawnAt)
    return { name: sheet.name, strokes: drawn.slice(0, MOST) }
  })

  return computed((): Lane | undefined => {
    const reach = found.value && reachOf(found.value.strokes)
    if (!found.value || !reach || !wanted.value) return undefined
    const { left, top, right, bottom } = reach
    const fit = Math.min(1, SIDE / Math.max(right - left, bottom - top, 1))
    const strokes = found.value.strokes.map(({ id, kind, seed, samples }): KeptStroke => {
      const moved = samples.slice()
      for (let i = 0; i < moved.length; i += FLOATS) {
        moved[i] = (moved[i]! - left) * fit
        moved[i + 1] = (moved[i + 1]! - top) * fit
      }
      return { id, kind, erase: false, seed, samples: moved }
    })
    return { key: wanted.value, label: found.value.name, strokes, at: [0, 0] }
  })
}
