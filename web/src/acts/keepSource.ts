// Keep a state of a source; choose between two states of it; and let the brushes that use it follow.
import { note, noteSource } from "@/device/note"
import type { Store, StoredSource } from "@/device/store"
import { documentActs } from "./keepDocument"

const sources = documentActs<StoredSource>({ table: (store) => store.sources, note: noteSource })
export const { keep: keepSource, change: changeSource, keepMine, takeTheirs } = sources

/** Let all brushes that use a source have what its recipe now comes to: the server makes it, and tells of them. */
export function letFollow(store: Store, id: string): Promise<void> {
  return store.transaction("rw", store.acts, () => note(store, "letFollow", id))
}
