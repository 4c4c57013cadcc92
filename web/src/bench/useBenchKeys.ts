// Undo and redo from a keyboard, where there is one.
import { useEventListener } from "@vueuse/core"
import type { Bench } from "./useBench"

export function useBenchKeys(bench: Bench): void {
  useEventListener(window, "keydown", (event: KeyboardEvent) => {
    const writing = event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement
    if (writing || !(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== "z") return
    event.preventDefault()
    if (event.shiftKey) bench.history.redo()
    else bench.history.undo()
  })
}
