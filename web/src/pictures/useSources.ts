// The account's sources and those that ship, and what people do with them. One list for all places.
import { ref, shallowRef } from "vue"
import { api, reach, type Source, sendForm } from "@/api/client"
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

const sources = shallowRef<Source[]>([])
const problem = ref("")
const opened = ref(false)

async function open(): Promise<void> {
  const { data, message } = await reach(api.GET("/api/sources"))
  if (data) sources.value = data
  problem.value = message
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

async function duplicate(source: Source): Promise<Source | undefined> {
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

async function rename(source: Source, name: string, note: string): Promise<void> {
  const { data: whole, message } = await reach(api.GET("/api/sources/{source_id}", path(source)))
  if (!whole) return notice(message)
  const { revision, makes, recipe } = whole
  const body = { name, note, makes, revision, recipe }
  const answer = await reach(api.PUT("/api/sources/{source_id}", { ...path(source), body: body as never }))
  if (!answer.data) notice(answer.message)
  await open()
}

export function useSources() {
  return { sources, problem, opened, open, takeInAll, make, duplicate, remove, rename }
}
