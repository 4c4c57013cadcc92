// Keep a source: a new one, a copy, another state; choose between two states; take one away and put it back; and let
// the brushes that use it follow.
import { noteSource, type KeptSource, type StoredSource } from "@/device/tables/sources"
import { note } from "@/device/note"
import { t } from "@/words"
import type { Store } from "@/device/store"
import { pictureUses, type GrainUse } from "@/documents/brush"
import { newId } from "@/documents/ids"
import { copyName } from "@/documents/names"
import { changeBrush } from "./keepBrush"
import { documentActs } from "./keepDocument"

const MOST_NAME = 80

const sources = documentActs<StoredSource>({ table: (store) => store.sources, note: noteSource })
export const { keep: keepSource, change: changeSource, keepMine, takeTheirs } = sources
const { within } = sources

export type NewSource = Omit<KeptSource, "revision" | "keptAt">

/** Make a source, under a name that no other one has; its pictures are on this device already. Returns it. */
export function makeSource(store: Store, made: NewSource): Promise<StoredSource> {
  return within(store, async () => {
    const taken = (await store.sources.toArray()).map((one) => one.name)
    const wanted = made.name.trim().slice(0, MOST_NAME) || t("acts.source")
    const name = taken.includes(wanted) ? copyName(wanted, taken) : wanted
    const source = { ...made, name, id: newId(), revision: 0, keptAt: Date.now() }
    await store.sources.put(source)
    await noteSource(store, source.id, source, 0)
    return source
  })
}

/** Take a source away; brushes keep their copy of it. */
export function takeSource(store: Store, id: string): Promise<void> {
  return within(store, async () => {
    await store.sources.delete(id)
    await note(store, "takeSource", id)
  })
}

/** Put a source back that was taken away, as this device has it. */
export function putSourceBack(store: Store, source: StoredSource): Promise<void> {
  return within(store, async () => {
    await store.sources.put(source)
    await note(store, "putSourceBack", source.id)
  })
}

/** Have a file made a source that only the server can open: it comes here once it is. */
export function takeInFile(store: Store, name: string, original: string, makes?: string): Promise<void> {
  return store.doing([], () => note(store, "takeIn", newId(), { name, original, makes }))
}

/** Let all brushes that use a source have another picture of it; returns how many changed. */
export function letFollow(store: Store, id: string, picture: string): Promise<number> {
  return store.doing([store.brushes], async () => {
    const lags = (use: GrainUse) => use.source === id && use.picture !== picture
    const behind = await store.brushes.filter(({ document }) => pictureUses(document).some(lags)).toArray()
    for (const { id: brush, document } of behind) {
      const now = <Use extends GrainUse>(use: Use): Use => (lags(use) ? { ...use, picture } : use)
      const { shapes, grain } = document
      await changeBrush(store, brush, {
        document: { ...document, shapes: shapes.map(now), grain: grain && now(grain) },
      })
    }
    return behind.length
  })
}
