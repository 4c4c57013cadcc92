// The six stations, in the order in which a stroke passes them.
import type { Component } from "vue"
import { shown } from "@/parts/values"
import { settingNamed, type BrushDocument, type SettingName } from "@/engine/brush"
import HandTray from "./HandTray.vue"
import InkTray from "./InkTray.vue"
import LineTray from "./LineTray.vue"
import TipTray from "./TipTray.vue"
import WeightTray from "./WeightTray.vue"

export interface Station {
  key: "hand" | "line" | "weight" | "tip" | "grain" | "ink"
  label: string
  /** A station that does nothing yet has no tray. */
  tray?: Component
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
      const shape = Number(brush.roundness) > 0.95 ? "round" : `flat, ${figure(brush, "angle")}`
      return `${shape}, every ${figure(brush, "spacing")}`
    },
  },
  { key: "grain", label: "Grain", says: () => "none" },
  {
    key: "ink",
    label: "Ink",
    tray: InkTray,
    says: (brush) => `${brush.overlap}, ${figure(brush, "opacity")}`,
  },
]
