// The store of the account that is signed in, and the carrier that goes with it: one of each in a tab.
import { t } from "@/words"
import Dexie from "dexie"
import { computed, shallowRef } from "vue"
import { forgetBelongings } from "./belongings"
import { startCarrier, type Carrier } from "./carrying/carrier"
import type { Way } from "./carrying/send"
import { nameOf, Store, TakenOverError } from "./store"
import { useLive } from "./useLive"

interface Device {
  store: Store
  carrier: Carrier
}

const open = shallowRef<Device>()

/** The store of who is signed in, for what is shown wherever one is. */
export const presentStore = computed(() => open.value?.store)

/** The carrier of who is signed in. */
export const openCarrier = (): Carrier | undefined => open.value?.carrier

/** What last went wrong with the store itself, as a sentence: each time anew, however often it is the same. */
export const trouble = shallowRef<{ sentence: string }>()

/** Whether the device has no room: nothing more is kept on it until something fits again. */
export const full = shallowRef(false)

/** What waits for another page of Hollowmist to close. */
export const heldUp = shallowRef<"opening" | "signing out">()

/** What another page did by which this one has no store any more. */
export const takenOver = shallowRef<TakenOverError["by"]>()

/** Whether something could not be written for want of room. */
export function wantsRoom(error: unknown): boolean {
  const { name, message, inner } = error as Error & { inner?: Error }
  return /quota/i.test(`${name} ${message} ${inner?.name}`)
}

/** Why this device could not keep something, as a sentence. */
export function keepingTrouble(error: unknown): string {
  return wantsRoom(error) ? t("device.this-device-is-full-what-you") : t("device.this-device-could-not-keep")
}

/** Something could not be written. What is tried again by itself shows where it stands, and is not told each time. */
export function couldNotKeep(error: Error, again = false): void {
  if (error instanceof TakenOverError) {
    open.value?.carrier.stop()
    takenOver.value = error.by
    return
  }
  if (wantsRoom(error)) full.value = true
  if (!again) trouble.value = { sentence: keepingTrouble(error) }
  console.error(error)
}

function hold(sentence: string): void {
  const begun = sentence.charAt(0).toUpperCase() + sentence.slice(1)
  trouble.value = { sentence: t("device.it-is-held-for-you-in", { why: begun.replace(/\.?$/, ".") }) }
}

/** Open an account's store, and carry for it. */
export function openDevice({ id }: { id: number }): Device {
  if (open.value?.store.account === id) return open.value
  closeDevice()
  const store = new Store(id, {
    failed: couldNotKeep,
    wrote: () => (full.value = false),
    heldUp: (is) => (heldUp.value = is ? "opening" : undefined),
  })
  open.value = { store, carrier: startCarrier(store, hold) }
  // Without being asked, a browser may clear what it holds when the device fills up.
  void navigator.storage?.persist?.()
  return open.value
}

/** The browser puts the page to sleep, to show it again as it was: it holds nothing meanwhile. */
export function putToSleep(): void {
  open.value?.carrier.stop()
  open.value?.store.letGo()
}

export function closeDevice(): void {
  open.value?.carrier.stop()
  open.value?.store.close()
  open.value = undefined
}

/** Close an account's store, and take all that lies in it off this device. */
export async function forgetDevice(): Promise<void> {
  const account = open.value?.store.account
  closeDevice()
  if (account === undefined) return
  const leaving = new Dexie(nameOf(account))
  leaving.on("blocked", () => {
    heldUp.value = "signing out"
    return false
  })
  await leaving.delete()
  forgetBelongings()
  heldUp.value = undefined
}

/** How many acts of the account that is signed in wait for the server, and how many that refused. */
export async function countWaiting(): Promise<{ waiting: number; refused: number }> {
  const store = open.value?.store
  return { waiting: (await store?.acts.count()) ?? 0, refused: (await store?.stuck.count()) ?? 0 }
}

/** What the server is asked for must have all that was done here in it; so long is waited for that, ms. */
const CARRIED_WITHIN = 8000

/** Wait until nothing waits for the server any more. Throws a sentence where that takes too long. */
export async function untilCarried(): Promise<void> {
  if (!open.value) return
  const { store, carrier } = open.value
  carrier.wake()
  const end = Date.now() + CARRIED_WITHIN
  while (!store.rests || (await store.acts.count()) > 0) {
    if (Date.now() > end) {
      throw new Error(t("device.what-you-did-last-has-not"))
    }
    await new Promise((done) => window.setTimeout(done, 100))
  }
}

/** Whether all that the server has has come to this device once, or cannot come just now. */
export function useCaughtUp(store: Store) {
  return useLive(
    async () => (await store.mark("caught up", false)) || (await store.mark<Way>("way", "near")) !== "near",
    false,
  )
}

/** How much of what the server has is here, 0..1, as long as not all of it has come once; `false` from then on. */
export function useFetching(store: Store) {
  return useLive(async (): Promise<{ share: number; away: boolean } | false | undefined> => {
    if (await store.mark("caught up", false)) return false
    const [since, of] = [await store.mark("since", 0), await store.mark("of", 0)]
    return { share: of > 0 ? since / of : 0, away: (await store.mark<Way>("way", "near")) !== "near" }
  }, undefined)
}

/** How much of an account waits on this device, and why. */
export function useWaiting(store: Store) {
  const waiting = useLive(() => store.acts.count(), 0)
  /** Pictures that go ahead of what waits. */
  const pictures = useLive(() => store.pictures.where("waits").equals(1).count(), 0)
  const stuck = useLive(() => store.stuck.toArray(), [])
  const way = useLive(() => store.mark<Way>("way", "near"), "near" as Way)
  const away = computed(() => way.value !== "near" && waiting.value > 0)
  return { waiting, pictures, stuck, way, away }
}
