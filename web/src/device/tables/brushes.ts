// Brushes, each in a pocket of a roll.
import { pictureUses, type BrushDocument } from "@/documents/brush"
import type { Maker } from "@/documents/maker"
import { note, noteLatest } from "../note"
import type { Store } from "../store"
import { readDocument, type Kept, type Kind } from "./kind"

/** A state of a brush that the server keeps. */
export interface KeptBrush {
  /** Whose it was, where it came from elsewhere. */
  maker?: Maker | null
  roll: string
  name: string
  note: string
  document: BrushDocument
  /** Its place among the brushes of its roll: a key between keys. */
  place: string
  favourite: boolean
  /** When it was last on the bench, ms since 1970; 0 where it never was. */
  usedAt: number
  /** Digest of the person's own picture of it, instead of its tip's print. */
  cover: string | null
  revision: number
  keptAt: number
}

export interface StoredBrush extends KeptBrush, Kept {
  theirs?: KeptBrush
}

/** What is marked on a brush beside its state. */
export type BrushMarks = Partial<Pick<StoredBrush, "favourite" | "usedAt" | "cover">>

export const NO_MARKS: Required<BrushMarks> = { favourite: false, usedAt: 0, cover: null }

/** Note that a brush is kept, made from its state with the revision `base`. */
export function noteBrush(store: Store, id: string, brush: KeptBrush, base: number): Promise<void> {
  const { roll, name, note: words, document, place, maker } = brush
  return noteLatest(store, "keepBrush", id, base, { roll, name, note: words, document, place, maker })
}

/** Note the pocket that a brush is in. */
export function notePlace(
  store: Store,
  { id, roll, place }: Pick<StoredBrush, "id" | "roll" | "place">,
): Promise<void> {
  return note(store, "placeBrush", id, { roll, place })
}

/** Note what was marked on a brush. */
export function noteMarks(store: Store, id: string, { favourite, usedAt, cover }: BrushMarks): Promise<void> {
  return note(store, "markBrush", id, { favourite, used_at: usedAt, cover })
}

/** The pictures that a brush's document shows. */
export const shownBy = ({ document }: { document: BrushDocument }): string[] =>
  pictureUses(document).map(({ picture }) => picture)

export const brushes: Kind<StoredBrush> = {
  table: "brushes",
  keys: "id, roll",
  merge: "document",
  parent: { table: "rolls", field: "roll" },
  acts: { keep: "keepBrush", back: "putBrushBack", others: ["placeBrush", "markBrush", "takeBrush"] },
  needs: ({ roll }) => [roll as string | undefined],
  read: (id, row) => ({ ...readDocument<KeptBrush>(row), id }),
  async keep(store, brush, base) {
    await noteBrush(store, brush.id, brush, base)
    if (base > 0) await notePlace(store, brush)
    await noteMarks(store, brush.id, brush)
  },
  pictures: (brush) => [...shownBy(brush), brush.cover],
}
