// Who made something, and what may be done with it.
import { t } from "@/words"

export interface Maker {
  name: string
  note: string
  licence: string
  /** Digest of a picture of their own. */
  mark: string | null
}

export const NOBODY: Maker = { name: "", note: "", licence: "", mark: null }

/** "Maren of the lamp room, CC-BY-4.0". */
export const makerTold = ({ name, licence }: Maker): string =>
  [name || t("documents.somebody"), licence].filter(Boolean).join(", ")
