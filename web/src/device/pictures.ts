// Pictures on this device, named by their content: made or chosen here, or brought before they are needed.
import { t } from "@/words"
import { api, reach } from "@/api/client"
import type { Act, Store } from "./store"
import { KINDS } from "./tables"
import { digestsIn } from "./tables/kind"

/** So many are fetched at a time. */
const AT_ONCE = 4
/** One that nothing names stays for so long, ms: a change may be taken back. */
const LINGERS = 600_000

type Bytes = Uint8Array<ArrayBuffer>

async function digestOf(bytes: Bytes): Promise<string> {
  const hash = new Uint8Array(await crypto.subtle.digest("SHA-256", bytes))
  return Array.from(hash, (one) => one.toString(16).padStart(2, "0")).join("")
}

/** Keep a picture that was made or chosen here, for the carrier to bring where the server needs it. Returns its digest. */
export async function keepPicture(store: Store, bytes: Bytes): Promise<string> {
  const digest = await digestOf(bytes)
  const existing = await store.pictures.get(digest)
  await store.pictures.put({ digest, bytes, waits: existing?.waits ?? 1, at: Date.now() })
  return digest
}

/** Have a picture here to be looked at, which the server knows or does not need. */
export async function lendPicture(store: Store, bytes: Bytes): Promise<void> {
  const digest = await digestOf(bytes)
  if (!(await store.pictures.get(digest)))
    await store.pictures.put({ digest, bytes, waits: 0, at: Date.now() })
}

/** A picture by its digest: from this device, or else from the server. Throws a sentence where it is on neither. */
export async function pictureOf(store: Store, digest: string): Promise<Blob> {
  const here = await store.pictures.get(digest)
  const bytes = here?.bytes ?? (await fetched(digest))
  if (!here) await store.pictures.put({ digest, bytes, waits: 0, at: Date.now() })
  return new Blob([bytes], { type: "image/png" })
}

async function fetched(digest: string): Promise<Bytes> {
  const answer = await fetch(`/api/pictures/${digest}`).catch(() => undefined)
  if (answer?.ok) return new Uint8Array(await answer.arrayBuffer())
  throw new Error(
    answer?.status === 404
      ? t("device.the-picture-is-not-there-any", { digest: digest.slice(0, 8) })
      : t("device.a-picture-is-not-on-this"),
  )
}

/** The pictures that what lies on this device shows. */
async function shown(store: Store): Promise<Set<string>> {
  const found = new Set<string>()
  for (const { table, pictures } of KINDS) {
    if (pictures)
      await store.table(table).each((row) => pictures(row).forEach((one) => one && found.add(one)))
  }
  for (const { picture } of await store.mark<{ picture: string }[]>("shipped sources", [])) found.add(picture)
  return found
}

/** Have all pictures here before they are needed, as many as can be fetched now; and let go of what nothing names. */
export async function bringPictures(store: Store): Promise<void> {
  const wanted = await shown(store)
  const here = new Set(await store.pictures.toCollection().primaryKeys())
  const lacking = [...wanted].filter((one) => !here.has(one))
  async function fetchOn(): Promise<void> {
    for (let next = lacking.shift(); next && store.isOpen(); next = lacking.shift()) {
      await pictureOf(store, next).catch(() => undefined)
    }
  }
  await Promise.all(Array.from({ length: AT_ONCE }, fetchOn))
  await store.transaction("rw", store.pictures, store.sources, store.acts, store.stuck, async () => {
    await store.sources.each(({ working }) => void (working && wanted.add(working)))
    await store.acts.each(({ pictures }) => pictures.forEach((one) => wanted.add(one)))
    await store.stuck.each(({ body }) => digestsIn(body).forEach((one) => wanted.add(one)))
    const before = Date.now() - LINGERS
    await store.pictures.filter(({ digest, at }) => at < before && !wanted.has(digest)).delete()
  })
}

/**
 * Bring the pictures that an act needs and that the server lacks. Returns how it went: on with the act, later, or why
 * one of them is not taken.
 */
export async function carryPictures(
  store: Store,
  { body }: Act,
): Promise<"on" | "later" | { refused: string }> {
  for (const digest of new Set(digestsIn(body))) {
    const picture = await store.pictures.get(digest)
    if (!picture?.waits) continue
    const call = api.PUT("/api/pictures/{digest}", {
      params: { path: { digest }, query: { account: store.account } },
      body: picture.bytes as never,
      bodySerializer: (bytes) => bytes as never,
      headers: { "Content-Type": "application/octet-stream" },
      signal: AbortSignal.timeout(120_000),
    })
    const { status, message } = await reach(call)
    if (status === 400 || status === 413) return { refused: message }
    if (status !== 204) return "later"
    await store.pictures.update(digest, { waits: 0 })
  }
  return "on"
}
