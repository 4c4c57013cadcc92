// What can be opened below a sheet.
import { t } from "@/words"
import { Brush, Image, Layers2, Ruler, Share, Type } from "@lucide/vue"

export const TRAYS = [
  { key: "underlay", label: t("sheets.underlay-2"), icon: Image },
  { key: "guides", label: t("sheets.guides"), icon: Ruler },
  { key: "words", label: t("sheets.words"), icon: Type },
  { key: "reink", label: t("sheets.re-ink"), icon: Brush },
  { key: "layers", label: t("sheets.layers"), icon: Layers2 },
  { key: "out", label: t("sheets.out"), icon: Share },
] as const

export type Tray = (typeof TRAYS)[number]["key"]
