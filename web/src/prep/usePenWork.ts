// What the pen does on the result: clear from a point, clone and heal, draw.
import type { BrushDocument } from "@/documents/brush"
import { type Kind, newSeed } from "@/documents/stroke"
import { computed, ref, shallowRef } from "vue"
import { DEFAULT_BRUSH, MOST_POINTS } from "@/generated/layout"
import type { DrawStroke, MendStroke } from "@/documents/recipe"
import type { Prep } from "./usePrep"

const ROUND = { ...structuredClone(DEFAULT_BRUSH), size: 24, ink: "#000000" } as unknown as BrushDocument

export function usePenWork(prep: Prep) {
  /** Radius of the mending stroke, px of the picture. */
  const radius = ref(24)
  const heal = ref(true)
  /** Where mending takes from, px of the picture; while `taking`, the next touch sets it. */
  const from = shallowRef<[number, number]>()
  const taking = ref(true)
  const brush = shallowRef<BrushDocument>(ROUND)
  const erase = ref(false)
  let stroke: { kind: Kind; samples: number[][] } | undefined

  const kind = computed(() => prep.step.value?.kind)
  const strokes = computed(() => prep.step.value?.strokes ?? [])

  function write(open: boolean): void {
    if (!stroke) return
    const kept = open ? strokes.value.slice(0, -1) : strokes.value
    const samples = stroke.samples
    let one: MendStroke | DrawStroke
    if (kind.value === "mend") {
      const [x, y] = samples[0] as [number, number]
      one = {
        dx: Math.round(from.value![0] - x),
        dy: Math.round(from.value![1] - y),
        radius: radius.value,
        heal: heal.value,
        samples: samples.map(([px, py]): [number, number] => [px!, py!]),
      }
    } else {
      one = { brush: brush.value, kind: stroke.kind, erase: erase.value, seed: newSeed(), samples }
    }
    prep.changeStep(prep.at.value, { strokes: [...kept, one] as MendStroke[] })
  }

  function down(pointer: Kind, sample: number[]): void {
    const [x, y] = sample as [number, number]
    const figures = prep.news.value?.figures
    if (kind.value === "background" && figures) {
      const points = prep.step.value?.points ?? []
      const share = (value: number, side: number) => Math.min(1, Math.max(0, value / side))
      const next: [number, number] = [share(x, figures.width), share(y, figures.height)]
      prep.changeStep(prep.at.value, { points: [...points, next].slice(-MOST_POINTS) })
      prep.closeStep()
      return
    }
    if (kind.value === "mend" && (taking.value || !from.value)) {
      from.value = [x, y]
      taking.value = false
      return
    }
    stroke = { kind: pointer, samples: [sample] }
    write(false)
  }

  function move(samples: number[][]): void {
    if (!stroke) return
    stroke = { ...stroke, samples: [...stroke.samples, ...samples] }
    write(true)
  }

  function up(): void {
    stroke = undefined
    prep.closeStep()
  }

  function cancel(): void {
    if (stroke) prep.changeStep(prep.at.value, { strokes: strokes.value.slice(0, -1) as MendStroke[] })
    stroke = undefined
    prep.closeStep()
  }

  /** Take back the last stroke, or the last point. */
  function takeBack(): void {
    if (kind.value === "background") {
      prep.changeStep(prep.at.value, { points: (prep.step.value?.points ?? []).slice(0, -1) })
    } else prep.changeStep(prep.at.value, { strokes: strokes.value.slice(0, -1) as MendStroke[] })
    prep.closeStep()
  }

  return { radius, heal, from, taking, brush, erase, kind, strokes, down, move, up, cancel, takeBack }
}

export type PenWork = ReturnType<typeof usePenWork>
