// Keep the steps of a recipe under a name, to be used on other pictures; and forget them.
import { note, noteRecipe } from "@/device/note"
import type { Store, StoredRecipe } from "@/device/store"
import { newId } from "@/documents/ids"

export function keepRecipe(store: Store, name: string, steps: StoredRecipe["steps"]): Promise<void> {
  const recipe = { id: newId(), name, steps: structuredClone(steps) }
  return store.transaction("rw", store.recipes, store.acts, async () => {
    await store.recipes.put(recipe)
    await noteRecipe(store, recipe)
  })
}

export function forgetRecipe(store: Store, id: string): Promise<void> {
  return store.transaction("rw", store.recipes, store.acts, async () => {
    await store.recipes.delete(id)
    await note(store, "forgetRecipe", id)
  })
}
