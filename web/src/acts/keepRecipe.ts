// Keep the steps of a recipe under a name, to be used on other pictures; forget them, and put them back.
import { noteRecipe, type StoredRecipe } from "@/device/tables/recipes"
import { note } from "@/device/note"
import type { Store } from "@/device/store"
import { newId } from "@/documents/ids"

export function keepRecipe(store: Store, name: string, steps: StoredRecipe["steps"]): Promise<void> {
  const recipe = { id: newId(), name, steps: structuredClone(steps) }
  return store.doing([store.recipes], async () => {
    await store.recipes.put(recipe)
    await noteRecipe(store, recipe)
  })
}

export function forgetRecipe(store: Store, id: string): Promise<void> {
  return store.doing([store.recipes], async () => {
    await store.recipes.delete(id)
    await note(store, "forgetRecipe", id)
  })
}

/** Put steps back that were forgotten. */
export function putRecipeBack(store: Store, recipe: StoredRecipe): Promise<void> {
  return store.doing([store.recipes], async () => {
    await store.recipes.put(recipe)
    await note(store, "putRecipeBack", recipe.id)
  })
}
