// Keeps a source: on the device at once, in MariaDB within a second or two of rest, and tells how it stands.
import { onScopeDispose, ref, shallowRef } from "vue"
import { api, reach, type WholeSource } from "@/api/client"
import { outbox } from "@/device/outbox"
import type { Makes, Recipe } from "@/documents/recipe"

export interface SourceState {
  name: string
  note: string
  makes: Makes
  recipe: Recipe
}

export type SourceStanding = "opening" | "kept" | "keeping" | "waiting" | "conflict" | "refused" | "missing"

const REST = 700
const RETRY = [1000, 2000, 4000]
const UNREACHABLE = new Set([0, 403, 429, 500, 502, 503, 504])

export function useSourceKeeping(id: string, account: string) {
  const standing = ref<SourceStanding>("opening")
  const message = ref("")
  const source = shallowRef<WholeSource>()
  const theirs = shallowRef<WholeSource>()
  const path = { params: { path: { source_id: id } } }
  let wanted: SourceState | undefined
  let timer = 0
  let tries = 0
  let sending: Promise<void> | undefined
  let closed = false

  const stateOf = (whole: WholeSource): SourceState => ({
    name: whole.name,
    note: whole.note ?? "",
    makes: whole.makes,
    recipe: whole.recipe as unknown as Recipe,
  })

  async function open(): Promise<SourceState | undefined> {
    const { data, status, message: why } = await reach(api.GET("/api/sources/{source_id}", path))
    if (!data) {
      standing.value = "missing"
      message.value = status === 404 ? "This source is not among yours." : why
      return undefined
    }
    source.value = data
    const waits = await (await outbox()).get("sources", id)
    standing.value = "kept"
    if (waits?.account !== account) return stateOf(data)
    const { name, note, makes, recipe } = waits
    const state = { name, note, makes, recipe }
    // Made from an older state than the one that stands: both are there, and the person chooses.
    source.value = { ...data, revision: waits.revision }
    keep(state)
    return state
  }

  async function hold(state: SourceState): Promise<void> {
    await (await outbox()).put("sources", { id, account, revision: source.value!.revision ?? 1, ...state })
  }

  function keep(state: SourceState): void {
    wanted = state
    if (standing.value !== "conflict") standing.value = "keeping"
    void hold(state)
    schedule(REST)
  }

  function schedule(after: number): void {
    window.clearTimeout(timer)
    if (!closed) timer = window.setTimeout(() => void send(), after)
  }

  /** Send what is wanted now; resolves when it is kept, or cannot be. */
  function send(): Promise<void> {
    sending ??= sendOne().finally(() => (sending = undefined))
    return sending
  }

  async function sendOne(): Promise<void> {
    window.clearTimeout(timer)
    if (!wanted || !source.value || standing.value === "conflict") return
    const sent = wanted
    const body = { revision: source.value.revision, ...sent } as never
    const answer = await reach(api.PUT("/api/sources/{source_id}", { ...path, body }))
    if (answer.data) {
      tries = 0
      source.value = answer.data
      if (wanted === sent) {
        wanted = undefined
        await (await outbox()).delete("sources", id)
        standing.value = "kept"
      } else {
        await hold(wanted)
        schedule(REST)
      }
    } else if (answer.status === 409) {
      theirs.value = (answer.error as { theirs: WholeSource }).theirs
      standing.value = "conflict"
    } else if (UNREACHABLE.has(answer.status)) {
      standing.value = "waiting"
      message.value = answer.message
      schedule(RETRY[Math.min(tries++, RETRY.length - 1)]!)
    } else {
      standing.value = "refused"
      message.value = answer.message
    }
  }

  /** Settle a conflict by keeping this device's state over the other. */
  async function keepMine(): Promise<void> {
    if (!theirs.value) return
    source.value = theirs.value
    theirs.value = undefined
    standing.value = "keeping"
    await send()
  }

  /** Settle a conflict by taking the other state; returns it. */
  async function takeTheirs(): Promise<SourceState | undefined> {
    if (!theirs.value) return undefined
    source.value = theirs.value
    theirs.value = undefined
    wanted = undefined
    await (await outbox()).delete("sources", id)
    standing.value = "kept"
    return stateOf(source.value)
  }

  const online = () => schedule(0)
  window.addEventListener("online", online)
  onScopeDispose(() => {
    window.removeEventListener("online", online)
    closed = true
    void send()
  })

  return { standing, message, source, theirs, open, keep, send, keepMine, takeTheirs }
}
