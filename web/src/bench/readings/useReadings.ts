// The readings of the brush on the bench in plain words, and what to do about them.
import { inDigits, said, t } from "@/words"
import { linkName } from "@/documents/links"
import { responsesOf } from "@/documents/brush"
import { computed } from "vue"
import type { Readings } from "@/engine/questions/readings"
import type { Bench } from "../useBench"
import { CAUSES, EVEN, FIRST_LINK, KIND, READINGS } from "@/generated/layout"

export type ReadingKey = (typeof READINGS)[number]["key"]
export const KINDS = Object.keys(KIND) as (keyof typeof KIND)[]
export const readingOf = (key: ReadingKey) => READINGS.find((one) => one.key === key)!

export interface Cause {
  label: string
  /** How much it varies the line, per kind of pointer. */
  effects: number[]
  off: () => void
}

const percent = (share: number, digits = 1) => `${inDigits(100 * share, digits)} %`
const px = (length: number) => `${inDigits(length, 1)} px`

export function variesOf(now: Readings): number[] {
  return KINDS.map((_, kind) => Math.max(now.width_varies[kind]!, now.dark_varies[kind]!))
}

function fitOf(now: Readings): number {
  const fits = [now.shape_fit[0]!, now.grain_fit[0]!].filter((fit) => fit >= 0)
  return fits.length > 0 ? Math.min(...fits) : -1
}

/** Each reading in a few words; nothing where there is nothing to read. */
const SAYS: Record<ReadingKey, (now: Readings) => string | undefined> = {
  even(now) {
    const uneven = KINDS.filter((_, kind) => variesOf(now)[kind]! > EVEN)
    if (uneven.length === 0) return t("bench.yes")
    const most = percent(Math.max(...variesOf(now)), 0)
    return uneven.length === KINDS.length
      ? t("bench.no-by", { by: most })
      : t("bench.not-with", { pointers: uneven.map(said).join(", "), by: most })
  },
  width(now) {
    const [thin, thick] = [now.thinnest[0]!, now.thickest[0]!]
    return thick - thin < 0.05 ? px(thick) : t("bench.to", { thin: inDigits(thin, 1), thick: px(thick) })
  },
  edge: (now) => px(now.softness[0]!),
  ripple: (now) => percent(now.ripple[0]!),
  density(now) {
    const texture = now.texture[0]!
    return texture < 0.005
      ? percent(now.density[0]!, 0)
      : `${percent(now.density[0]!, 0)} ± ${percent(texture, 0)}`
  },
  repeat(now) {
    const [likeness, distance] = [now.repeat[0]!, now.repeat_px[0]!]
    if (likeness < 0) return undefined
    return likeness === 0
      ? t("bench.reads-none")
      : t("bench.repeats-at", { likeness: percent(likeness, 0), distance: Math.round(distance) })
  },
  light(now) {
    const spread = now.light_spread[0]!
    return spread < 0 ? undefined : percent(spread, 0)
  },
  fit: (now) => (fitOf(now) < 0 ? undefined : t("bench.px-per-px", { fitOf: inDigits(fitOf(now), 1) })),
  tapers(now) {
    // The longer of width's and opacity's.
    const start = Math.max(now.taper_start[0]!, now.fade_start[0]!)
    const end = Math.max(now.taper_end[0]!, now.fade_end[0]!)
    return start + end < 1
      ? t("bench.reads-none")
      : t("bench.tapers-of", { start: Math.round(start), end: Math.round(end) })
  },
  steadying(now) {
    const wobble = now.wobble[0]!
    if (now.lag_px[0]! < 0.05 && wobble < 0.01) return t("bench.reads-none")
    return t("bench.wobble-lag", { wobble: percent(Math.max(0, wobble), 0), lag_px: px(now.lag_px[0]!) })
  },
  cost: (now) => t("bench.ms", { cost: inDigits(now.cost, 1) }),
}

/** Readings that should be seen to. */
const WARNS: Partial<Record<ReadingKey, (now: Readings) => boolean>> = {
  ripple: (now) => now.ripple[0]! > 0.02,
  fit: (now) => fitOf(now) >= 0 && fitOf(now) < 1,
  repeat: (now) => now.repeat[0]! > 0.8,
}

/** Each reading in words; those that say nothing are left out. */
export function figuresOf(taken: Readings | undefined) {
  if (!taken) return []
  return READINGS.map((reading) => ({
    ...reading,
    text: SAYS[reading.key](taken),
    warns: WARNS[reading.key]?.(taken) ?? false,
  })).filter((one) => one.text !== undefined)
}

export function useReadings(bench: Bench) {
  const now = bench.engine.readings
  const figures = computed(() => figuresOf(now.value))

  function causeOf(number: number): Omit<Cause, "effects"> | undefined {
    if (number < FIRST_LINK) {
      const cause = CAUSES[number]!
      const off = () => {
        bench.changeMany(
          { ...cause.without } as Parameters<Bench["changeMany"]>[0],
          t("bench.without", { label: cause.label }),
        )
        bench.closeStep()
      }
      return { label: cause.label, off }
    }
    const brush = bench.state.value?.document
    const response = brush && responsesOf(brush)[number - FIRST_LINK]
    if (!response) return undefined
    const { input, output } = response
    const off = () => {
      bench.changeLink(output, input, { on: false })
      bench.closeStep()
    }
    return { label: linkName(input, output), off }
  }

  /** What varies the line, largest first. */
  const causes = computed((): Cause[] => {
    const taken = now.value
    if (!taken) return []
    const found: Cause[] = []
    for (let i = 0; i < taken.cause_count[0]!; i++) {
      const cause = causeOf(taken.causes[i]!)
      if (cause) found.push({ ...cause, effects: taken.effects.slice(3 * i, 3 * i + 3) })
    }
    return found.sort((a, b) => Math.max(...b.effects) - Math.max(...a.effects))
  })

  return { now, figures, causes, remeasuring: bench.engine.remeasuring }
}
