// What waits for the server, and what it refused, as a file: written before somebody signs out without a network, and
// taken up again on any device. A pack would hold things; what waits is also what was taken away, put back or placed.
import { t } from "@/words"
import { strFromU8, strToU8, unzip, zip, type Unzipped } from "fflate"
import { fromBase64, toBase64 } from "./base64"
import { noteAsItWas } from "./note"
import { keepPicture } from "./pictures"
import type { Act, Store, StuckAct } from "./store"
import { KINDS } from "./tables"
import { changedBy, digestsIn } from "./tables/kind"

/** The file in the archive that names it as one of these. */
export const WAITING = "waiting.json"
const VERSION = 1

interface Waiting {
  version: number
  /** Whose it is: nobody else's device takes it up. */
  account: number
  acts: Act[]
  stuck: StuckAct[]
  /** What they change, as this device has it, by table: of two states both must be there to choose from. */
  rows: Record<string, { id: string }[]>
}

const packed = (_: string, value: unknown) =>
  value instanceof Float32Array ? { floats: toBase64(value as Float32Array<ArrayBuffer>) } : value

function unpacked(_: string, value: unknown): unknown {
  const { floats } = (value ?? {}) as { floats?: unknown }
  return typeof floats === "string" && Object.keys(value as object).length === 1 ? fromBase64(floats) : value
}

/** All that waits on this device or was refused, as an archive. */
export async function writeWaiting(store: Store): Promise<Blob> {
  const files: Record<string, Uint8Array> = {}
  await store.transaction("r", store.held, async () => {
    const acts = await store.whole(await store.acts.orderBy("seq").toArray())
    const stuck = await store.stuck.toArray()
    const things = [...new Set([...acts, ...stuck].flatMap(changedBy))]
    const rows: Waiting["rows"] = {}
    for (const { table } of KINDS) {
      const found = await store.table(table).bulkGet(things)
      rows[table] = found.filter((row) => row !== undefined) as { id: string }[]
    }
    const data: Waiting = { version: VERSION, account: store.account, acts, stuck, rows }
    files[WAITING] = strToU8(JSON.stringify(data, packed))
    const digests = [...new Set([...acts, ...stuck].flatMap(({ body }) => digestsIn(body)))]
    for (const picture of await store.pictures.bulkGet(digests)) {
      if (picture?.waits) files[`pictures/${picture.digest}`] = picture.bytes
    }
  })
  const bytes = await new Promise<Uint8Array>((tell, fail) =>
    zip(files, { level: 6 }, (error, data) => (error ? fail(error) : tell(data))),
  )
  return new Blob([new Uint8Array(bytes)], { type: "application/zip" })
}

const BROKEN = t("device.the-file-of-what-waited-is")

async function opened(file: Blob): Promise<[Waiting, Unzipped]> {
  const bytes = new Uint8Array(await file.arrayBuffer())
  const files = await new Promise<Unzipped>((tell, fail) =>
    unzip(bytes, (error, data) => (error ? fail(new Error(BROKEN)) : tell(data))),
  )
  let data: Waiting | undefined
  try {
    data = JSON.parse(strFromU8(files[WAITING]!), unpacked) as Waiting
  } catch {
    throw new Error(BROKEN)
  }
  if (data.version > VERSION) {
    throw new Error(t("device.this-file-is-of-a-newer"))
  }
  const whole = Array.isArray(data.acts) && Array.isArray(data.stuck) && typeof data.rows === "object"
  if (!whole || ![...data.acts, ...data.stuck].every(isAct)) throw new Error(BROKEN)
  return [data, files]
}

const isAct = (act: Partial<Act>) =>
  [act.id, act.kind, act.thing].every((one) => typeof one === "string") && typeof act.body === "object"

/**
 * Take up what waited elsewhere: it waits here now. What was carried meanwhile is known by its id and done once.
 * Returns how many acts there were. Throws a sentence where the file is damaged, or is another account's.
 */
export async function takeUpWaiting(store: Store, file: Blob): Promise<number> {
  const [{ account, acts, stuck, rows }, files] = await opened(file)
  if (account !== store.account) {
    throw new Error(t("device.what-waits-in-this-file-was"))
  }
  for (const [name, bytes] of Object.entries(files)) {
    if (!name.startsWith("pictures/")) continue
    await keepPicture(store, new Uint8Array(bytes))
  }
  await store.transaction("rw", store.held, async () => {
    const here = new Set((await store.acts.toArray()).map(({ id }) => id))
    const fresh = acts.filter(({ id }) => !here.has(id))
    // What waits here of the same things is newer than what was written.
    const held = new Set((await store.acts.orderBy("changes").uniqueKeys()) as string[])
    const changed = new Set([...fresh, ...stuck].flatMap(changedBy).filter((one) => !held.has(one)))
    for (const { table } of KINDS) {
      await store.table(table).bulkPut((rows[table] ?? []).filter(({ id }) => changed.has(id)))
    }
    for (const act of fresh) await noteAsItWas(store, { ...act, sent: true })
    await store.stuck.bulkPut(stuck)
  })
  return acts.length + stuck.length
}
