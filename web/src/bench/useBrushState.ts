// The state of the brush on the bench: what its controls change, in steps that can be taken back.
import {
  type BrushDocument,
  type Input,
  type Link,
  type Output,
  type SettingName,
  newLink,
} from "@/documents/brush"
import { computed, shallowRef } from "vue"
import { useEngine } from "@/engine/page/useEngine"
import type { BrushState } from "./useKeeping"

/**
 * `keep` keeps a state; `moved` hears of each change that the hand made, under a key, so that a drag becomes one step.
 */
export function useBrushState(acts: {
  keep: (next: BrushState) => void
  moved: (key: string, before: BrushState, after: BrushState) => void
  closeStep: () => void
}) {
  const engine = useEngine()
  const state = shallowRef<BrushState>()
  let edit = 0

  function show(next: BrushState): void {
    state.value = next
    void engine.api.setBrush("bench", next.document, ++edit)
  }

  /** A brush that is shown in its place, and not kept. */
  const glanced = shallowRef<BrushDocument>()

  /** Show another brush in its place for a moment; without one the brush as it stands. */
  function glance(document: BrushDocument | undefined): void {
    glanced.value = document
    const shown = document ?? state.value?.document
    if (shown) void engine.api.setBrush("bench", shown, ++edit)
  }

  function put(next: BrushState): void {
    show(next)
    acts.keep(next)
  }

  /** Change the brush's state; `key` names what is changed. */
  function become(next: BrushState, key: string): void {
    const before = state.value
    if (!before) return
    put(next)
    acts.moved(key, before, next)
  }

  /** Change several parts of the document as one step. */
  function changeMany(parts: Partial<BrushDocument>, key: string): void {
    if (!state.value) return
    become({ ...state.value, document: { ...state.value.document, ...parts } as BrushDocument }, key)
  }

  function change(name: SettingName, value: number | string | boolean): void {
    if (state.value && state.value.document[name] !== value) changeMany({ [name]: value }, name)
  }

  function changeLink(output: Output, input: Input, link: Partial<Link>): void {
    if (!state.value) return
    const old = state.value.document
    const whole = { ...(old.responses[output]?.[input] ?? newLink(output)), ...link }
    const responses = { ...old.responses, [output]: { ...old.responses[output], [input]: whole } }
    changeMany({ responses }, `${input}>${output}`)
  }

  function rename(name: string, note: string): void {
    if (state.value) become({ ...state.value, name, note }, "name")
    acts.closeStep()
  }

  /** Show the brush on a set of lanes. */
  function showOn(proofs: string): void {
    if (state.value) put({ ...state.value, document: { ...state.value.document, proofs } })
  }

  return {
    ...{ state, glanced, glance, show, put, change, changeMany, changeLink, rename, showOn },
    brush: computed(() => state.value?.document),
    /** The lanes that this brush is shown on; empty for those that ship. */
    shownSet: computed(() => String(state.value?.document.proofs ?? "")),
  }
}
