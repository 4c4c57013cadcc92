// States of a brush in which one sees what a setting or a station does to a line.
import { said, t } from "@/words"
import type { BrushDocument, Output, Setting } from "@/documents/brush"
import { OUTPUTS, SETTINGS } from "@/generated/layout"
import { placeOf, shown, valueAt } from "@/documents/values"

/** A state, and the words below its picture. */
export interface State {
  caption: string
  document: BrushDocument
}

/** How far from where it stands, on its slider, a setting goes whose range spans decades. */
const FAR = 0.3

/** The least and the most that are worth looking at: of a range that spans decades, those about where it stands. */
export function ends(setting: Setting, now: number): [number, number] {
  const { low, high, log, step } = setting
  if (!log) return [low, high]
  const place = placeOf(Math.max(low, now), low, high, log)
  return [valueAt(place - FAR, low, high, log, step), valueAt(place + FAR, low, high, log, step)]
}

/** A brush at the least and the most of a number, off and on, with each of several; none for a colour. */
export function statesOf(setting: Setting, brush: BrushDocument): State[] {
  const { name, kind, unit, step, choices } = setting
  const at = (caption: string, value: number | string | boolean) => ({
    caption,
    document: { ...brush, [name]: value } as BrushDocument,
  })
  if (kind === "number") {
    const values = ends(setting, Number((brush as Record<string, unknown>)[name]))
    return values.map((value) => at(`${shown(value, unit, step)} ${unit}`, value))
  }
  if (kind === "switch") return [at(t("bench.link-off"), false), at(t("bench.link-on"), true)]
  return choices.map((one) => at(said(one), one))
}

/** What a brush keeps where a station is at rest: without its colour nothing would be seen. */
const STAYS = ["colour"]

/** A brush with a station at rest, and as it is. */
export function withoutStation(station: string, brush: BrushDocument): State[] {
  const rest = SETTINGS.filter(
    (one) => one.station === station && !STAYS.includes(one.kind) && one.name !== "size",
  )
  const heard = OUTPUTS.filter((one) => station !== "hand" && one.station !== station).map((one) => one.name)
  const document = {
    ...brush,
    ...Object.fromEntries(rest.map((one) => [one.name, one.default])),
    ...(station === "grain" && { grain: null }),
    responses: Object.fromEntries(
      Object.entries(brush.responses).filter(([name]) => heard.includes(name as Output)),
    ),
  }
  return [
    { caption: t("bench.without-it"), document: document as BrushDocument },
    { caption: t("bench.with-it"), document: brush },
  ]
}
