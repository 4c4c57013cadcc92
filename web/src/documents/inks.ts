// Inks as they are called.
import { t } from "@/words"
import { numberOf } from "./colours"

/** The inks of Skerrow, which are always at hand, by name. */
export const INKS: [hex: string, name: string][] = [
  ["#1e2a2d", t("documents.ink-iron-gall")],
  ["#6d7b80", t("documents.ink-slate")],
  ["#4f5b2e", t("documents.ink-kelp")],
  ["#8a3b22", t("documents.ink-rust")],
  ["#24506e", t("documents.ink-sea")],
]
/** Hues round the circle, degrees at which each ends. */
const HUES: [end: number, name: string][] = [
  [15, "red"],
  [42, "orange"],
  [68, "yellow"],
  [165, "green"],
  [195, "turquoise"],
  [255, "blue"],
  [290, "violet"],
  [345, "pink"],
  [360, "red"],
]

/** An ink as one would say it: by its name, else as the eye sees it, "dark green". */
export function inkName(hex: string): string {
  const known = INKS.find(([one]) => one === hex.toLowerCase())
  if (known) return known[1]
  const colour = numberOf(hex)
  const [red, green, blue] = [colour >> 16, (colour >> 8) & 255, colour & 255].map((part) => part / 255) as [
    number,
    number,
    number,
  ]
  const [least, most] = [Math.min(red, green, blue), Math.max(red, green, blue)]
  const [light, apart] = [(least + most) / 2, most - least]
  if (light < 0.08) return t("documents.ink-black")
  if (light > 0.94) return t("documents.ink-white")
  const shaded = (colour: string) =>
    light < 0.35
      ? t("documents.ink-dark", { colour })
      : light > 0.7
        ? t("documents.ink-light", { colour })
        : colour
  if (apart < 0.1) return shaded(t("documents.ink-grey"))
  const sixth =
    most === red
      ? (green - blue) / apart
      : most === green
        ? 2 + (blue - red) / apart
        : 4 + (red - green) / apart
  const hue = (60 * sixth + 360) % 360
  return shaded(t(`documents.ink-${HUES.find(([end]) => hue <= end)![1]}`))
}
