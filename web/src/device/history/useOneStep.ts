// Changes of the same thing that belong together are one step of the history: those of one drag, however long it rests
// on the way, and those that follow each other closely.
import { createSharedComposable, useEventListener } from "@vueuse/core"

/** Changes of the same thing that follow each other this closely, ms, are one step. */
const CLOSELY = 700

/** Which press of a finger, a pen or a mouse it is, and whether it still lasts. */
const usePress = createSharedComposable(() => {
  const press = { number: 0, lasts: false }
  const all = { capture: true, passive: true }
  useEventListener(
    window,
    "pointerdown",
    () => {
      press.number++
      press.lasts = true
    },
    all,
  )
  useEventListener(window, ["pointerup", "pointercancel"], () => (press.lasts = false), all)
  return press
})

/** `Before` is what a step is taken back to. */
export function useOneStep<Before>() {
  const press = usePress()
  let open: { key: string; at: number; press: number; before: Before } | undefined

  /**
   * What the step of a change is taken back to, and whether that step goes on with it; `key` names what is changed, and
   * `before` is what it was.
   */
  function stepOf(key: string, before: Before): { before: Before; goesOn: boolean } {
    const now = performance.now()
    const dragged = press.lasts && open?.press === press.number
    const goesOn = open !== undefined && open.key === key && (dragged || now - open.at < CLOSELY)
    open = { key, at: now, press: press.number, before: goesOn ? open!.before : before }
    return { before: open.before, goesOn }
  }

  /** The finger lifted, or something else was done: the next change is a step of its own. */
  function closeStep(): void {
    open = undefined
  }

  return { stepOf, closeStep }
}
