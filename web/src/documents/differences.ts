// What sets two brushes apart, by station and in words.
import { said, t } from "@/words"
import { linkName } from "./links"
import { INPUTS, OUTPUTS, SETTINGS } from "@/generated/layout"
import { dequal } from "dequal"
import { type BrushDocument, type Input, type Output, type Setting } from "./brush"
import { shown } from "./values"

export interface Difference {
  /** A setting's name, or what of the document it is: `shapes`, `grain`, `pressure>size`. */
  key: string
  station: string
  label: string
  /** What it is in either brush, as it is shown. */
  before: string
  after: string
  /** The parts of the document that make the first brush agree with the second in it. */
  take: (before: BrushDocument) => Partial<BrushDocument>
}

/** Parts of a document that tell of its proof sheet, and not of the brush. */
const OF_THE_SHEET = ["proofs", "layers", "ground", "swapped"] as const

/** A brush as another state of it was, on the proof sheet that it has now. */
export function onSheetOf(state: BrushDocument, now: BrushDocument): BrushDocument {
  return { ...state, ...Object.fromEntries(OF_THE_SHEET.map((part) => [part, now[part]])) } as BrushDocument
}

/** Settings whose label another pointer has too. */
const POINTERS = ["finger", "mouse", "pen"]
const TAPER_OF_A_POINTER = /^(finger|mouse)_taper/

function labelOf({ name, label }: Setting): string {
  const pointer = POINTERS.find((one) => name.startsWith(`${one}_`))
  return pointer && (TAPER_OF_A_POINTER.test(name) || !name.includes("taper"))
    ? `${label}, ${pointer}`
    : label
}

/** A setting's value as it is shown, with its unit. */
export function valueText({ kind, unit, step }: Setting, value: unknown): string {
  if (kind === "number") return `${shown(Number(value), unit, step)}${unit ? ` ${unit}` : ""}`
  if (kind === "switch") return value ? t("documents.on") : t("documents.off")
  return said(String(value))
}

function linkTold(link: unknown): string {
  if (!link) return t("documents.none")
  const { on, range } = link as { on: boolean; range: [number, number] }
  if (!on) return t("documents.off")
  const [low, high] = range.map((one) => Number(one.toFixed(2)))
  return t("documents.to", { low, high })
}

const usesTold = (uses: unknown): string => {
  const count = Array.isArray(uses) ? uses.length : uses ? 1 : 0
  return count === 0
    ? t("documents.none")
    : count === 1
      ? t("documents.one-source")
      : t("documents.sources", { count })
}

/** What sets the second brush apart from the first, in the order of the stations. */
export function differences(before: BrushDocument, after: BrushDocument): Difference[] {
  const found: Difference[] = []
  for (const setting of SETTINGS as readonly Setting[]) {
    const name = setting.name as keyof BrushDocument
    if (before[name] === after[name]) continue
    found.push({
      key: setting.name,
      station: setting.station,
      label: labelOf(setting),
      before: valueText(setting, before[name]),
      after: valueText(setting, after[name]),
      take: () => ({ [name]: after[name] }) as Partial<BrushDocument>,
    })
  }
  for (const [part, station, label] of [
    ["shapes", "tip", t("documents.shapes")],
    ["grain", "grain", t("documents.grain-source")],
  ] as const) {
    if (dequal(before[part], after[part])) continue
    const [one, other] = [usesTold(before[part]), usesTold(after[part])]
    const take = () => ({ [part]: after[part] }) as Partial<BrushDocument>
    found.push({
      key: part,
      station,
      label,
      before: one,
      after: one === other ? t("documents.another-source") : other,
      take,
    })
  }
  for (const { name: output, station } of OUTPUTS) {
    for (const { name: input } of INPUTS) {
      const [one, other] = [before.responses[output]?.[input], after.responses[output]?.[input]]
      if (dequal(one, other)) continue
      const [was, is] = [linkTold(one), linkTold(other)]
      found.push({
        key: `${input}>${output}`,
        station,
        label: linkName(input, output),
        before: was,
        after: was === is ? t("documents.another-curve") : is,
        take: (mine) => ({ responses: withLink(mine.responses, output, input, other) }),
      })
    }
  }
  const order = ["hand", "line", "weight", "tip", "grain", "ink"]
  return found.sort((a, b) => order.indexOf(a.station) - order.indexOf(b.station))
}

function withLink(
  responses: BrushDocument["responses"],
  output: Output,
  input: Input,
  link: unknown,
): BrushDocument["responses"] {
  const row = { ...responses[output], [input]: link }
  if (!link) delete row[input]
  return { ...responses, [output]: row } as BrushDocument["responses"]
}

/** What says by itself how it is now: whatever it was does not matter. */
const OTHERWISE = () => [
  t("documents.on"),
  t("documents.off"),
  t("documents.another-source"),
  t("documents.another-curve"),
]

/** In words, the first few: "spacing 4 % to 9 %, wet on". */
export function inWords(found: Difference[], most = 3): string {
  const words = found.slice(0, most).map(({ label, before, after }) => {
    const what = label.charAt(0).toLowerCase() + label.slice(1)
    if (OTHERWISE().includes(after)) return t("documents.becomes", { what, after })
    const [, number, unit = ""] = /^(-?[\d.]+)( .*)?$/.exec(before) ?? []
    // "4 to 9 %": the unit once.
    return number !== undefined && after.endsWith(unit)
      ? t("documents.to-2", { what, number, after })
      : t("documents.to-3", { what, before, after })
  })
  const more = found.length - words.length
  return [...words, ...(more > 0 ? [t("documents.more", { more })] : [])].join(", ")
}
