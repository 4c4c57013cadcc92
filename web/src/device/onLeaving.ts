// The last moment at which something can still be written.
import { tryOnScopeDispose, useEventListener } from "@vueuse/core"

/** Call `write` when the page is hidden or closed, and when the scope ends. */
export function onLeaving(write: () => void): void {
  useEventListener(document, "visibilitychange", () => document.visibilityState === "hidden" && write())
  useEventListener(window, "pagehide", write)
  tryOnScopeDispose(write)
}
