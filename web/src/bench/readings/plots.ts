// What was measured as lines to draw. They only lay out what the core has put into the record.
import { inDigits, t } from "@/words"
import { EVENS, PRESSURES } from "@/generated/layout"
import type { Readings } from "@/engine/questions/readings"
import { KINDS, type ReadingKey } from "./useReadings"

export interface Plot {
  lines: { label: string; x: number[]; y: number[] }[]
  /** The value at the plot's top. */
  most: number
  ends: [string, string]
  /** Marks across, in the unit of x. */
  marks?: { x: number; label: string }[]
}

const steps = (count: number, step: number) => Array.from({ length: count }, (_, i) => i * step)
const px = (length: number) => `${inDigits(length, 1)} px`

function widths(now: Readings): Plot {
  const count = PRESSURES.length
  const lines = KINDS.map((label, kind) => ({
    label: label as string,
    x: [...PRESSURES] as number[],
    y: now.width.slice(kind * count, (kind + 1) * count),
  }))
  const alike = lines.every((line) => line.y.every((w, i) => Math.abs(w - lines[0]!.y[i]!) < 0.05))
  const shown = alike ? [{ ...lines[0]!, label: t("bench.all-pointers") }] : lines
  return {
    lines: shown,
    most: 1.1 * Math.max(...shown.flatMap((line) => line.y)),
    ends: [t("bench.light-press"), t("bench.hard-press")],
  }
}

/** The widths along the strokes on which the evenness was read. */
function evens(now: Readings): Plot {
  const line = (label: string, kind: number, which: number) => {
    const at = 2 * kind + which
    const count = now.even_count[at]!
    const y = now.evens.slice(at * EVENS, at * EVENS + count)
    return { label, x: steps(count, 1 / Math.max(1, count - 1)), y }
  }
  const lines = [
    line(t("bench.pen-light-to-heavy"), 0, 0),
    line(t("bench.pen-all-else"), 0, 1),
    line(t("bench.finger-all-else"), 1, 1),
  ].filter((one) => one.y.length > 0)
  return {
    lines,
    most: 1.2 * Math.max(...lines.flatMap((one) => one.y)),
    ends: [t("bench.light-slow-upright"), t("bench.heavy-fast-flat")],
  }
}

function profile(now: Readings): Plot {
  const count = now.profile_count[0]!
  const x = steps(count, now.profile_step[0]!)
  return {
    lines: [{ label: t("bench.coverage-across-the-stroke"), x, y: now.profile.slice(0, count) }],
    most: 1.1,
    ends: [t("bench.one-edge"), t("bench.the-other-on", { at: px(x.at(-1) ?? 0) })],
  }
}

/** One edge of the profile, near enough to see how it rises. */
function edge(now: Readings): Plot {
  const whole = profile(now)
  const [from, to] = [now.edges[0]!, now.edges[1]!]
  const room = Math.max(3, 1.5 * (to - from))
  const { x, y } = whole.lines[0]!
  const near = x.map((at, i) => ({ at, y: y[i]! })).filter(({ at }) => at > from - room && at < to + room)
  return {
    lines: [
      { label: t("bench.coverage-over-the-edge"), x: near.map((one) => one.at), y: near.map((one) => one.y) },
    ],
    most: 1.1 * Math.max(...y),
    ends: ["paper", "ink"],
    marks: [
      { x: from, label: "10 %" },
      { x: to, label: "90 %" },
    ],
  }
}

function ripple(now: Readings): Plot {
  const count = now.edge_count[0]!
  const places = now.edge.slice(0, count)
  const middle = places.reduce((sum, y) => sum + y, 0) / Math.max(1, count)
  // Two px of swing fill the plot, or as much as there is.
  const most = Math.max(2, ...places.map((y) => 2 * Math.abs(y - middle)))
  const [step, period] = [now.edge_step[0]!, now.period[0]!]
  const length = count * step
  return {
    lines: [
      { label: t("bench.edge"), x: steps(count, step), y: places.map((y) => 0.5 + (middle - y) / most) },
    ],
    most: 1,
    ends: [t("bench.along-the-stroke"), `${Math.round(length)} px on; a stamp every ${px(period)}`],
  }
}

function repeat(now: Readings): Plot {
  const count = now.auto_count[0]!
  const step = now.auto_step[0]!
  const y = now.auto.slice(0, count).map((r) => Math.max(0, r))
  return {
    lines: [{ label: t("bench.likeness"), x: steps(count, step), y }],
    most: 1.05,
    ends: [t("bench.no-way-on"), `${Math.round(count * step)} px on`],
    marks: now.repeat[0]! > 0 ? [{ x: now.repeat_px[0]!, label: t("bench.strongest") }] : [],
  }
}

function light({ lights, darkest, lightest }: Readings): Plot {
  const most = Math.max(1, ...lights)
  // From a little below the darkest ink to a little above the lightest.
  const [from, to] = [Math.max(0, darkest[0]! - 0.1), Math.min(1, lightest[0]! + 0.1)]
  const shown = lights
    .map((count, i) => ({ x: (i + 0.5) / lights.length, y: count / most }))
    .filter(({ x }) => x >= from && x <= to)
  return {
    lines: [
      {
        label: t("bench.how-much-ink-is-how-light"),
        x: shown.map((one) => one.x),
        y: shown.map((one) => one.y),
      },
    ],
    most: 1.1,
    ends: [t("bench.light", { from: Math.round(100 * from) }), `${Math.round(100 * to)} %`],
    marks: [
      { x: darkest[0]!, label: t("bench.darkest") },
      { x: lightest[0]!, label: t("bench.lightest") },
    ],
  }
}

/** The readings that are drawn as lines over an axis. */
export const PLOTS: Partial<Record<ReadingKey, (now: Readings) => Plot>> = {
  even: evens,
  width: widths,
  edge,
  ripple,
  density: profile,
  repeat,
  light,
}
