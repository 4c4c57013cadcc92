// What can be opened below a sheet.
import { Brush, Image, Layers2, Ruler, Share, Type } from "@lucide/vue"

export const TRAYS = [
  { key: "underlay", label: "Underlay", icon: Image },
  { key: "guides", label: "Guides", icon: Ruler },
  { key: "words", label: "Words", icon: Type },
  { key: "reink", label: "Re-ink", icon: Brush },
  { key: "layers", label: "Layers", icon: Layers2 },
  { key: "out", label: "Out", icon: Share },
] as const

export type Tray = (typeof TRAYS)[number]["key"]
