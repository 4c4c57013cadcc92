// What sets two states of a sheet apart, in words.
import { t } from "@/words"
import { dequal } from "dequal"
import type { SheetDocument, SheetLayer, Underlay } from "./sheet"
import { layerName, sizeTold } from "./sheetWords"

export interface SheetDifference {
  label: string
  before: string
  after: string
}

const listed = (names: string[]): string => (names.length > 0 ? names.join(", ") : t("documents.none"))
const layersTold = (layers: SheetLayer[]) =>
  listed(
    layers.map((layer) =>
      layer.shown ? layerName(layer) : t("documents.hidden", { name: layerName(layer) }),
    ),
  )
const underlaysTold = (underlays: Underlay[]) => listed(underlays.map(({ name }) => name))

/** The guides that have another value in the other state, with that of this one. */
function guidesTold(one: SheetDocument["guides"], other: SheetDocument["guides"]): string {
  const names = (Object.keys(one) as (keyof typeof one)[]).filter((name) => one[name] !== other[name])
  return listed(names.map((name) => `${String(name).replaceAll("_", " ")} ${String(one[name])}`))
}

/** What is another in the second state, in the order in which a sheet is laid out. */
export function sheetDifferences(before: SheetDocument, after: SheetDocument): SheetDifference[] {
  const rows: [string, unknown, unknown, string, string][] = [
    [
      t("documents.paper"),
      [sizeTold(before), before.dpi],
      [sizeTold(after), after.dpi],
      paperTold(before),
      paperTold(after),
    ],
    [t("documents.colour-of-the-paper"), before.tint, after.tint, before.tint, after.tint],
    [t("documents.layers"), before.layers, after.layers, layersTold(before.layers), layersTold(after.layers)],
    [
      t("documents.underlays"),
      before.underlays,
      after.underlays,
      underlaysTold(before.underlays),
      underlaysTold(after.underlays),
    ],
    [
      t("documents.guides"),
      before.guides,
      after.guides,
      guidesTold(before.guides, after.guides),
      guidesTold(after.guides, before.guides),
    ],
    [t("documents.its-strokes"), before.follows, after.follows, followsTold(before), followsTold(after)],
  ]
  return rows
    .filter(([, one, other]) => !dequal(one, other))
    .map(([label, , , text, toldAfter]) => ({
      label,
      before: text,
      // Where the words are the same, something within them is not: moved, mixed or turned otherwise.
      after: text === toldAfter ? t("documents.otherwise-set", { toldAfter }) : toldAfter,
    }))
}

const paperTold = (sheet: SheetDocument): string =>
  t("documents.dpi", { sheet: sizeTold(sheet), dpi: sheet.dpi })
const followsTold = ({ follows }: SheetDocument): string =>
  follows ? t("documents.follow-their-brushes") : t("documents.stay-as-they-were-drawn")
