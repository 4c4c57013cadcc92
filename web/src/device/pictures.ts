// Pictures of sources on this device, in the cache that the service worker answers from: named by their content.
import type { Store } from "./store"

const CACHE = "pictures"
/** So many are fetched at a time. */
const AT_ONCE = 4

/** Have all pictures here that the account's brushes need, before they are needed: as many as can be fetched now. */
export async function bringPictures(store: Store): Promise<void> {
  // Only where the application lies on the device is there anything to answer from.
  if (!("caches" in globalThis)) return
  const wanted = new Set<string>()
  await store.brushes.each(({ document }) => {
    for (const use of document.shapes ?? []) wanted.add(use.picture)
    if (document.grain) wanted.add(document.grain.picture)
  })
  const cache = await caches.open(CACHE)
  const known = new Set((await cache.keys()).map((one) => new URL(one.url).pathname))
  const lacking = [...wanted].map((one) => `/api/pictures/${one}`).filter((one) => !known.has(one))
  async function fetchOn(): Promise<void> {
    for (let next = lacking.shift(); next; next = lacking.shift()) {
      await cache.add(next).catch(() => undefined)
    }
  }
  await Promise.all(Array.from({ length: AT_ONCE }, fetchOn))
}

/** Take all pictures off this device. */
export async function forgetPictures(): Promise<void> {
  if ("caches" in globalThis) await caches.delete(CACHE)
}
