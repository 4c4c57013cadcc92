// Sources: shapes and grains, and what they are made of.
import type { Makes, Recipe } from "@/documents/recipe"
import { noteLatest } from "../note"
import type { Store } from "../store"
import { readDocument, type Kept, type Kind } from "./kind"

/** A state of a source that the server keeps. */
export interface KeptSource {
  name: string
  note: string
  makes: Makes
  recipe: Recipe
  /** Digest of what the recipe came to, when it was last made. */
  picture: string
  /** Digests of the file that it began with, and of its pixels as they are worked on; none where it is all made here. */
  original: string | null
  working: string | null
  revision: number
  keptAt: number
}

export interface StoredSource extends KeptSource, Kept {
  theirs?: KeptSource
}

/** Note that a source is kept, made from its state with the revision `base`. */
export function noteSource(store: Store, id: string, source: KeptSource, base: number): Promise<void> {
  const { name, note: words, makes, recipe, picture, original, working } = source
  const body = { name, note: words, makes, recipe, picture, original, working }
  return noteLatest(store, "keepSource", id, base, body)
}

export const sources: Kind<StoredSource> = {
  table: "sources",
  keys: "id",
  merge: "document",
  acts: { keep: "keepSource", back: "putSourceBack", others: ["takeIn", "takeSource"] },
  read: (id, row) => ({ ...readDocument<KeptSource>(row), id }),
  keep: (store, source, base) => noteSource(store, source.id, source, base),
  pictures: ({ picture }) => [picture],
}
