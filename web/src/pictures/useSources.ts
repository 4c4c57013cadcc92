// The account's sources and those that ship, and what people do with them. One list for all places.
import { computed, ref, shallowRef } from "vue"
import { changeSource } from "@/acts/keepSource"
import { api, reach, type Source, sendForm } from "@/api/client"
import { openCarrier, presentStore } from "@/device/useDevice"
import { useLive } from "@/device/useLive"
import { notice } from "@/parts/notice"
import type { Makes, Recipe } from "@/documents/recipe"

export interface Taken {
  source: Source
  notes: string[]
}

/** A file that is on its way in, or could not come in. */
export interface Coming {
  name: string
  state: "waits" | "comes" | "in" | "refused"
  message: string
}

const AT_ONCE = 2

/** The list as the server last told it; on the device it lies for the times when the server is away. */
const listed = shallowRef<Source[]>([])
const problem = ref("")
const opened = ref(false)
const LISTED = "sources listed"

async function open(): Promise<void> {
  const store = presentStore.value
  const { data, message } = await reach(api.GET("/api/sources"))
  // What was just made is on this device before anybody opens it.
  if (data) openCarrier()?.wake()
  if (data && store) await store.setMark(LISTED, data)
  listed.value = data ?? (await store?.mark<Source[]>(LISTED, [])) ?? []
  problem.value = listed.value.length > 0 ? "" : message
  opened.value = true
}

const path = (source: { id: string }) => ({ params: { path: { source_id: source.id } } })

/** Send one picture file; throws a plain sentence if it is not taken. */
export async function takeIn(file: Blob, name: string, makes?: Makes): Promise<Taken> {
  const body = new FormData()
  body.append("file", file, name)
  if (makes) body.append("makes", makes)
  return (await sendForm("/api/sources/file", body)) as Taken
}

/** Take in many files, two at a time; `coming` tells how each one fares. */
async function takeInAll(files: { file: Blob; name: string }[], coming: Coming[]): Promise<Taken[]> {
  const taken: Taken[] = []
  const queue = files.map((one, i) => ({ ...one, at: coming[i]! }))
  async function work(): Promise<void> {
    for (let next = queue.shift(); next; next = queue.shift()) {
      next.at.state = "comes"
      try {
        const one = await takeIn(next.file, next.name)
        taken.push(one)
        next.at.state = "in"
        next.at.message = one.notes.join(" ")
      } catch (error) {
        next.at.state = "refused"
        next.at.message = (error as Error).message
      }
    }
  }
  await Promise.all(Array.from({ length: AT_ONCE }, work))
  await open()
  return taken
}

async function make(name: string, makes: Makes, recipe: Recipe): Promise<Source | undefined> {
  const body = { name, makes, recipe: recipe as unknown as Record<string, never>, note: "" }
  const { data, message } = await reach(api.POST("/api/sources", { body }))
  if (!data) notice(message)
  await open()
  return data
}

async function duplicate(source: Pick<Source, "id" | "name">): Promise<Source | undefined> {
  const { data, message } = await reach(api.POST("/api/sources/{source_id}/duplicate", path(source)))
  notice(data ? `${data.name} is a copy of ${source.name}.` : message)
  await open()
  return data
}

async function remove(source: Source): Promise<void> {
  const { status, message } = await reach(api.DELETE("/api/sources/{source_id}", path(source)))
  if (status !== 204) return notice(message)
  notice(`${source.name} is gone. Brushes keep their copy of it.`, {
    label: "Put it back",
    act: () => void restore(source),
  })
  await open()
}

async function restore(source: Source): Promise<void> {
  const { data, message } = await reach(api.POST("/api/sources/{source_id}/restore", path(source)))
  if (!data) notice(message)
  await open()
}

async function rename({ id }: Source, name: string, note: string): Promise<void> {
  const store = presentStore.value
  if (store) await store.write(changeSource(store, id, { name, note }))
}

export function useSources() {
  const store = presentStore.value
  const own = useLive(
    async () => new Map((await store?.sources.toArray())?.map((one) => [one.id, one])),
    new Map(),
  )
  /** What waits on this device goes before what the server told. */
  const sources = computed(() =>
    listed.value.map((one) => {
      const mine = own.value.get(one.id)
      if (!mine) return one
      const { name, note, makes, picture } = mine
      return { ...one, name, note, makes, picture }
    }),
  )
  return { sources, problem, opened, open, takeInAll, make, duplicate, remove, rename }
}
