// The application as it is installed on the device: it starts without a network, and a new version waits to be let in.
import { ref } from "vue"
import { registerSW } from "virtual:pwa-register"

/** Whether a new version lies on the device and waits. */
export const waits = ref(false)

/** Whether it has taken over, let in from here or from another page: this one is of a version that is gone. */
export const replaced = ref(false)

let registration: ServiceWorkerRegistration | undefined
let takeOver: (() => Promise<void>) | undefined

/** Whether a version lies on the device at all. Browsers allow it on this very machine and over TLS alone. */
export const installed = (): boolean => registration !== undefined

/** Keep this version on the device, and hear of newer ones. */
export function install(): void {
  if (!import.meta.env.PROD || !("serviceWorker" in navigator)) return
  const before = navigator.serviceWorker.controller
  navigator.serviceWorker.addEventListener("controllerchange", () => before && (replaced.value = true))
  takeOver = registerSW({
    onNeedRefresh: () => (waits.value = true),
    // The page begins anew when nothing is in hand on it, and not because another one let the new version in.
    onNeedReload: () => (replaced.value = true),
    onRegisteredSW: (_, found) => (registration = found),
    onRegisterError: (error: unknown) => console.warn("Hollowmist does not lie on this device", error),
  })
  // Older versions kept pictures beside the accounts' stores, where signing out does not take them away.
  void globalThis.caches?.delete("pictures").catch(() => undefined)
}

/** Fetch the new version, if there is one. */
export function lookForNew(): void {
  void registration?.update().catch(() => undefined)
}

/** Let the new version in that waits. */
export function letIn(): void {
  void takeOver?.()
}

/**
 * A new version that waited since the last visit takes over before anything is shown. Returns whether it does: the
 * page begins anew then.
 */
export async function takesOver(): Promise<boolean> {
  const waiting = (await navigator.serviceWorker?.getRegistration().catch(() => undefined))?.waiting
  if (!waiting) return false
  navigator.serviceWorker.addEventListener("controllerchange", () => location.reload(), { once: true })
  waiting.postMessage({ type: "SKIP_WAITING" })
  return true
}
