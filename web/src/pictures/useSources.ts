// The account's sources and those that ship, and what people do with them. One list for all places.
import { t } from "@/words"
import type { StoredSource } from "@/device/tables/sources"
import { computed, ref, toRaw } from "vue"
import { changeSource, makeSource, putSourceBack, takeSource } from "@/acts/keepSource"
import { api, reach } from "@/api/client"
import { keepPicture } from "@/device/pictures"
import type { Store } from "@/device/store"
import { keepingTrouble, presentStore } from "@/device/useDevice"
import { useLive } from "@/device/useLive"
import { pictureUses } from "@/documents/brush"
import type { Makes, Recipe } from "@/documents/recipe"
import { useEngine } from "@/engine/page/useEngine"
import { notice } from "@/parts/notice"
import { takeIn, type Taken } from "./takeIn"

/** A source as places show it. */
export interface Source extends StoredSource {
  /** It ships with Hollowmist: a copy of it is made to be changed. */
  shipped: boolean
  /** The brushes that took a picture from it. */
  users: { id: string; name: string }[]
}

/** A file that is on its way in, or could not come in. */
export interface Coming {
  name: string
  state: "waits" | "comes" | "in" | "refused"
  message: string
}

const SHIPPED = "shipped sources"

/** Why the sources that ship are not here, where they are not. */
const problem = ref("")

/** Have the sources that ship on this device, as they are now. */
async function bringShipped(store: Store): Promise<void> {
  const { data, message } = await reach(api.GET("/api/sources"))
  if (data && store.isOpen()) {
    const shipped = data.filter((one) => one.shipped)
    const kept = shipped.map((one) => ({ ...one, keptAt: Date.parse(one.kept_at) }))
    await store.setMark(SHIPPED, kept)
  }
  problem.value = data || (await store.mark<unknown[]>(SHIPPED, [])).length > 0 ? "" : message
}

/** A source that ships, by its id. */
export async function shippedSource(store: Store, id: string): Promise<StoredSource | undefined> {
  const find = async () => (await store.mark<StoredSource[]>(SHIPPED, [])).find((one) => one.id === id)
  const known = await find()
  if (known) return known
  await bringShipped(store)
  return find()
}

/** Take in many files one after the other; `coming` tells how each one fares. */
async function takeInAll(
  store: Store,
  files: { file: Blob; name: string }[],
  coming: Coming[],
): Promise<Taken[]> {
  const taken: Taken[] = []
  for (const [i, { file, name }] of files.entries()) {
    const how = coming[i]!
    how.state = "comes"
    try {
      const one = await takeIn(store, file, name)
      taken.push(one)
      how.state = "in"
      if (!one.source) how.message = one.notes.join(" ")
    } catch (error) {
      how.state = "refused"
      how.message = (error as Error).message
    }
  }
  return taken
}

/** Make a source that begins with a generator or with bare paper. */
async function make(
  store: Store,
  name: string,
  makes: Makes,
  recipe: Recipe,
): Promise<StoredSource | undefined> {
  const { api: engine, ready } = useEngine()
  await ready
  const made = await engine.makePicture(recipe, makes)
  if (!made) {
    notice(t("pictures.the-picture-is-more-than-this"))
    return undefined
  }
  try {
    const picture = await keepPicture(store, made)
    return await makeSource(store, { name, note: "", makes, recipe, picture, original: null, working: null })
  } catch (error) {
    notice(keepingTrouble(error))
    return undefined
  }
}

/** Make a copy of a source, one's own or one that ships. */
export async function duplicate(store: Store, source: StoredSource): Promise<StoredSource> {
  const { name, note, makes, recipe, picture, original, working } = toRaw(source)
  const copy = await makeSource(store, { name, note, makes, recipe, picture, original, working })
  notice(t("pictures.is-a-copy-of", { name: copy.name, of: name }))
  return copy
}

async function remove(store: Store, { id, name }: Source): Promise<void> {
  const kept = await store.sources.get(id)
  if (!kept) return
  await store.write(takeSource(store, id))
  notice(t("pictures.is-gone-brushes-keep-their-copy", { name }), {
    label: t("pictures.put-it-back"),
    act: () => void store.write(putSourceBack(store, kept)),
  })
}

export function useSources() {
  const store = presentStore.value!
  const found = useLive(async (): Promise<Source[] | undefined> => {
    const own = await store.sources.toArray()
    const ships = await store.mark<StoredSource[]>(SHIPPED, [])
    const users = new Map<string, Map<string, string>>()
    await store.brushes.each(({ id, name, document }) => {
      for (const { source } of pictureUses(document)) {
        if (!source) continue
        if (!users.has(source)) users.set(source, new Map())
        users.get(source)!.set(id, name)
      }
    })
    const usersOf = (id: string) =>
      [...(users.get(id) ?? [])]
        .map(([brush, name]) => ({ id: brush, name }))
        .sort((a, b) => a.name.localeCompare(b.name))
    own.sort((a, b) => b.keptAt - a.keptAt)
    return [
      ...own.map((one) => ({ ...one, shipped: false, users: usersOf(one.id) })),
      ...ships.map((one) => ({ ...one, shipped: true, users: usersOf(one.id) })),
    ]
  }, undefined)
  const sources = computed(() => found.value ?? [])
  const opened = computed(() => found.value !== undefined)
  return {
    ...{ store, sources, problem, opened },
    open: () => bringShipped(store),
    takeInAll: (files: { file: Blob; name: string }[], coming: Coming[]) => takeInAll(store, files, coming),
    make: (name: string, makes: Makes, recipe: Recipe) => make(store, name, makes, recipe),
    duplicate: (source: StoredSource) => duplicate(store, source),
    remove: (source: Source) => remove(store, source),
    rename: (id: string, name: string, note: string) => store.write(changeSource(store, id, { name, note })),
  }
}
