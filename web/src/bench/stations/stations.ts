// The six stations, in the order in which a stroke passes them.
import type { Component } from "vue"
import { shown } from "@/parts/values"
import { settingNamed, type BrushDocument, type SettingName } from "@/engine/brush"
import GrainTray from "./GrainTray.vue"
import HandTray from "./HandTray.vue"
import InkTray from "./InkTray.vue"
import LineTray from "./LineTray.vue"
import TipTray from "./TipTray.vue"
import WeightTray from "./WeightTray.vue"

export interface Station {
  key: "hand" | "line" | "weight" | "tip" | "grain" | "ink"
  label: string
  tray: Component
  /** Whether it does nothing to this brush's stroke. */
  idle?: (brush: BrushDocument) => boolean
  /** What it does to this brush's stroke, in a word or two. */
  says: (brush: BrushDocument) => string
}

function figure(brush: BrushDocument, name: SettingName): string {
  const { unit, step } = settingNamed(name)
  return `${shown(Number(brush[name]), unit, step)} ${unit}`
}

function tapers(brush: BrushDocument): string {
  const [start, end] = [Number(brush.taper_start_length) > 0, Number(brush.taper_end_length) > 0]
  if (start && end) return ", tapered"
  return start || end ? ", one taper" : ""
}

export const STATIONS: Station[] = [
  { key: "hand", label: "Hand", tray: HandTray, says: () => "pressure" },
  {
    key: "line",
    label: "Line",
    tray: LineTray,
    says: (brush) =>
      brush.steadying === "none" ? "as drawn" : `${brush.steadying} ${figure(brush, "reach")}`,
  },
  {
    key: "weight",
    label: "Weight",
    tray: WeightTray,
    says: (brush) => `${figure(brush, "size")}${tapers(brush)}`,
  },
  {
    key: "tip",
    label: "Tip",
    tray: TipTray,
    says: (brush) => {
      const count = brush.shapes.length
      const round = Number(brush.roundness) > 0.95 ? "round" : `flat, ${figure(brush, "angle")}`
      const forms: Record<string, string> = {
        ellipse: round,
        shapes: count === 1 ? "one shape" : `${count} shapes`,
      }
      return `${forms[String(brush.tip)] ?? brush.tip}, every ${figure(brush, "spacing")}`
    },
  },
  {
    key: "grain",
    label: "Grain",
    tray: GrainTray,
    idle: (brush) => !brush.grain,
    says: (brush) => (brush.grain ? `${brush.grain_way}, holds to ${brush.grain_hold}` : "none"),
  },
  {
    key: "ink",
    label: "Ink",
    tray: InkTray,
    says: (brush) => `${brush.overlap}, ${figure(brush, "opacity")}`,
  },
]
