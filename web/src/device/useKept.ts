// A document that is kept: its state in the device's store, at once, and how it stands with the server.
import { answered, t } from "@/words"
import { dequal } from "dequal"
import { liveQuery, type EntityTable } from "dexie"
import { computed, ref, shallowRef, type Ref } from "vue"
import type { Way } from "./carrying/send"
import { onLeaving } from "./onLeaving"
import type { Store } from "./store"
import { keepsDocument } from "./tables"
import type { Kept } from "./tables/kind"
import { useLive, useStoreLive } from "./useLive"

export type Status =
  | "opening"
  | "kept"
  | "keeping"
  | "waiting"
  | "signed-out"
  | "conflict"
  | "refused"
  | "gone"
  | "missing"
  | "unkept"

/** How it stands, in words; nothing where the document's own message says it. */
export const SAYS: Partial<Record<Status, string>> = {
  opening: t("device.opening"),
  kept: t("device.kept"),
  keeping: t("device.keeping"),
  "signed-out": t("device.you-are-signed-out-all-is"),
  waiting: t("device.keeping-waits-all-is-safe-on"),
  conflict: t("device.changed-on-another-device"),
  unkept: t("device.not-kept-yet-this-device-has"),
}

/** While a setting moves, its state is written this often, ms. */
const WRITTEN = 200
/** A state that did not fit on the device is tried again after so long, ms. */
const AGAIN = 2000

export interface Keeper<Row extends Kept> {
  store: Store
  table: EntityTable<Row, "id">
  id: string
  /** What of a row is the person's: all else is how it stands. */
  stateOf: (row: Row) => object
  /** The act that keeps a state. */
  keep: (row: Row) => Promise<void>
  /** Called when another tab or device made another state of it. */
  follow: (row: Row) => void
  /** What is said where there is no such document. */
  none: string
}

/** How a document stands, told by its row, by what waits for the server, and by what is written on the device. */
function useStatus<Row extends Kept>(
  store: Store,
  id: string,
  on: {
    row: Ref<Row | undefined>
    opened: Ref<boolean>
    missing: Ref<string>
    unwritten: Ref<Row | undefined>
    unkept: Ref<boolean>
  },
) {
  // What is marked on it, or where it was put, is no state of it.
  const countActs = () =>
    store.acts
      .where("thing")
      .equals(id)
      .and(({ kind }) => keepsDocument(kind))
      .count()
  const acts = useLive(countActs, 0)
  const stuck = useLive(() => store.stuck.filter((one) => one.thing === id).toArray(), [])
  const way = useLive(() => store.mark<Way>("way", "near"), "near" as Way)

  const status = computed((): Status => {
    if (on.missing.value) return "missing"
    if (!on.opened.value) return "opening"
    if (!on.row.value || on.row.value.gone) return "gone"
    if (on.row.value.theirs) return "conflict"
    if (on.unkept.value) return "unkept"
    if (stuck.value.length > 0) return "refused"
    if (acts.value === 0 && !on.unwritten.value) return "kept"
    if (way.value === "near") return "keeping"
    return way.value === "signed out" ? "signed-out" : "waiting"
  })
  const message = computed(() => {
    if (status.value === "refused") return answered(stuck.value[0]!.detail)
    if (status.value === "gone") return t("device.deleted-on-another-device-what-you")
    return on.missing.value
  })
  /** Count anew what waits: whoever asks wants to know before it is told. */
  const count = async () => void (acts.value = await countActs())
  return { status, message, count }
}

/** The row of a document, once it is here; or nothing, once it is plain that it does not come. */
function firstOf<Row extends Kept>(store: Store, table: EntityTable<Row, "id">, id: string, looked: string) {
  return new Promise<Row | undefined>((tell) => {
    const subscription = liveQuery(async () => ({
      found: await table.get(id as never),
      over: (await store.mark("looked", "")) !== looked || (await store.mark<Way>("way", "near")) !== "near",
    })).subscribe(({ found, over }) => {
      if (!found && !over) return
      tell(found)
      subscription.unsubscribe()
    })
  })
}

export function useKept<Row extends Kept>({ store, table, id, stateOf, keep, follow, none }: Keeper<Row>) {
  const same = (one: Row, other: Row) => dequal(stateOf(one), stateOf(other))
  const row = shallowRef<Row>()
  const opened = ref(false)
  const missing = ref("")
  /** What was changed and not written yet. */
  const unwritten = shallowRef<Row>()
  /** Whether that could not be written: it stands on the screen alone. */
  const unkept = ref(false)
  /** The state in the store that this one was made from, as far as it is known here. */
  let seen: Row | undefined
  let timer = 0
  let last = 0

  const { status, message, count } = useStatus(store, id, { row, opened, missing, unwritten, unkept })

  /** Wait until the document is on this device; nothing where it is not, and why is said. */
  async function open(): Promise<Row | undefined> {
    const looked = await store.mark("looked", "")
    const known = await table.get(id as never)
    if (!known) await store.setMark("asked", `for ${id}`)
    const found = known ?? (await firstOf(store, table, id, looked))
    opened.value = true
    row.value = seen = found
    if (!found) missing.value = (await store.mark("looked", "")) === looked ? AWAY : none
    return found
  }

  const readAgain = useStoreLive(
    store,
    () => table.get(id as never),
    (found) => {
      if (!opened.value || unwritten.value) return
      const before = row.value
      row.value = seen = found
      if (found && before && !same(found, before)) follow(found)
    },
  )

  /** Keep a state: in the store before long, however fast it changes. */
  function change(parts: Partial<Row>): void {
    const current = unwritten.value ?? row.value
    if (!current) return
    row.value = unwritten.value = { ...current, ...parts }
    window.clearTimeout(timer)
    timer = window.setTimeout(write, Math.max(0, last + WRITTEN - performance.now()))
  }

  function write(): void {
    window.clearTimeout(timer)
    timer = 0
    const state = unwritten.value
    if (!state) return
    last = performance.now()
    const done = store.doing([table], async () => {
      const kept = await table.get(id as never)
      await keep(kept ? { ...state, ...beside(kept) } : { ...state, gone: true })
      // Whatever is written next was made from this.
      seen = state
    })
    void store.write(done, unkept.value).then(async (written) => {
      if (!store.isOpen()) return
      unkept.value = !written
      if (!written) {
        timer ||= window.setTimeout(write, AGAIN)
        return
      }
      // Not before it is known here that it waits: it would seem to be kept for a moment.
      await count()
      if (unwritten.value !== state) return
      unwritten.value = undefined
      // What the store came to have meanwhile was not followed.
      await readAgain()
    })
  }

  /** How a state stands beside the one that lies in the store. */
  function beside(kept: Row): Partial<Kept> {
    const current = currentOf(kept)
    if (current.theirs || current.gone || !seen || same(kept, seen)) return current
    // Another tab's state gives way to this one; another device's, which came since this was begun, does not.
    if (kept.revision === seen.revision) return current
    return { ...current, theirs: kept }
  }

  onLeaving(write)

  const keptAt = computed(() => (row.value ? new Date(row.value.keptAt) : undefined))
  return { row, status, message, keptAt, open, change, write }
}

const AWAY = t("device.hollowmist-cannot-be-reached-just-now")

function currentOf({ revision, keptAt, theirs, gone }: Kept): Partial<Kept> {
  return { revision, keptAt, theirs, gone }
}
