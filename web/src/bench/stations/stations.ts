// The six stations, in the order in which a stroke passes them.
import { said, t } from "@/words"
import {
  type BrushDocument,
  type Output,
  type SettingName,
  responsesOf,
  settingNamed,
} from "@/documents/brush"
import type { Component } from "vue"
import { CAUSES, TAPERS_EACH } from "@/generated/layout"
import { shown } from "@/documents/values"
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
  const count = CAUSES.slice(0, TAPERS_EACH).filter((cause) =>
    Object.keys(cause.without).some((name) => Number(brush[name as SettingName]) > 0),
  ).length
  if (count > 1) return t("bench.tapered")
  return count === 1 ? t("bench.one-taper") : ""
}

const KNOB: Record<string, SettingName> = { "even-out": "reach", "tow line": "tow", "speed-aware": "calm" }

/** The outputs that change the ink's colour. */
const DRIFTS = new Set<Output>(["hue", "chroma", "lightness", "second ink"])

/** What of the hand the brush listens to. */
function hears(brush: BrushDocument): string {
  const on = responsesOf(brush).filter((one) => one.link.on)
  const inputs = [...new Set(on.map((one) => said(one.input)))]
  return inputs.length > 0 ? inputs.join(", ") : t("bench.nothing-varies")
}

export const STATIONS: Station[] = [
  { key: "hand", label: t("bench.hand"), tray: HandTray, says: hears },
  {
    key: "line",
    label: t("bench.line"),
    tray: LineTray,
    says: (brush) =>
      brush.steadying === "none"
        ? t("bench.as-drawn")
        : `${said(String(brush.steadying))} ${figure(brush, KNOB[String(brush.steadying)]!)}`,
  },
  {
    key: "weight",
    label: t("bench.weight"),
    tray: WeightTray,
    says: (brush) => `${figure(brush, "size")}${tapers(brush)}`,
  },
  {
    key: "tip",
    label: t("bench.tip"),
    tray: TipTray,
    says: (brush) => {
      const count = brush.shapes.length
      if (brush.tip === "shapes" && brush.laying === "ribbon")
        return t("bench.says-ribbon", { fit: said(String(brush.ribbon_fit)) })
      const round =
        Number(brush.roundness) > 0.95
          ? t("bench.says-round")
          : t("bench.says-flat", { angle: figure(brush, "angle") })
      const forms: Record<string, string> = {
        ellipse: round,
        shapes: count === 1 ? t("bench.one-shape") : t("bench.shapes", { count }),
      }
      return t("bench.says-tip", {
        tip: forms[String(brush.tip)] ?? said(String(brush.tip)),
        spacing: figure(brush, "spacing"),
      })
    },
  },
  {
    key: "grain",
    label: t("bench.grain"),
    tray: GrainTray,
    idle: (brush) => !brush.grain,
    says: (brush) =>
      brush.grain
        ? t("bench.says-grain", { way: said(String(brush.grain_way)), hold: said(String(brush.grain_hold)) })
        : t("bench.none-2"),
  },
  {
    key: "ink",
    label: t("bench.ink"),
    tray: InkTray,
    says: (brush) => {
      const drifts = responsesOf(brush).some(({ output, link }) => link.on && DRIFTS.has(output))
      const spreads = Number(brush.spread) > 0
      const more = [
        ...(brush.mode === "normal" ? [] : [said(String(brush.mode))]),
        ...(drifts ? [t("bench.says-drifts")] : []),
        ...(spreads ? [t("bench.says-spreads")] : []),
        ...(Number(brush.pooling) > 0 ? [t("bench.says-pools")] : []),
        ...(Number(brush.wetness) > 0 ? [t("bench.says-wet")] : []),
      ]
      return [said(String(brush.overlap)), ...(more.length > 0 ? more : [figure(brush, "opacity")])].join(
        ", ",
      )
    },
  },
]
