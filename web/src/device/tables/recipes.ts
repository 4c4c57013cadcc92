// Steps of recipes, kept to be used again.
import type { Step } from "@/documents/recipe"
import { note } from "../note"
import type { Store } from "../store"
import type { Kind } from "./kind"

export interface StoredRecipe {
  id: string
  name: string
  steps: Step[]
}

/** Note that steps are kept under a name. */
export function noteRecipe(store: Store, { id, name, steps }: StoredRecipe): Promise<void> {
  return note(store, "keepRecipe", id, { name, steps })
}

export const recipes: Kind<StoredRecipe> = {
  table: "recipes",
  keys: "id",
  merge: "set",
  acts: { keep: "keepRecipe", back: "putRecipeBack", others: ["forgetRecipe"] },
  read: (id, row) => ({ id, name: row.name as string, steps: row.steps as StoredRecipe["steps"] }),
  keep: noteRecipe,
}
