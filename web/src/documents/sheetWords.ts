// What a sheet and its layers are called.
import { inDigits, t } from "@/words"
import { lengthOf, type SheetDocument, type SheetLayer, type Unit } from "./sheet"

/** What a layer is called; by its place among all that there were where it has no name. */
export const layerName = ({ name, which }: SheetLayer): string =>
  name || t("documents.layer", { number: which + 1 })

const DIGITS: Record<Unit, number> = { mm: 0, inch: 2, px: 0 }

/** How large a sheet is, in words. */
export function sizeTold({ width, height, dpi, unit }: SheetDocument): string {
  const text = (px: number) => inDigits(lengthOf(px, unit, dpi), DIGITS[unit])
  return `${text(width)} × ${text(height)} ${unit}`
}
