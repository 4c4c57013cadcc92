// The recipe of the source on the table: its start and its steps, each with a key, so that rows keep their place while they
// move.
import type { Advice, Makes, Recipe, Start, Step } from "@/documents/recipe"
import { computed, ref, shallowRef } from "vue"
import { MOST_STEPS, STEPS } from "@/generated/layout"
import type { SourceState } from "./useSourceKeeping"

/** Steps that are worked on with the pen, on the picture as it stands there. */
const BY_PEN = new Set(["mend", "draw", "background"])

/** A state of the source, with a key for each step. */
export type Laid = [SourceState, number[]]

/** `become` takes a state in; changes that follow each other closely under the same key are one step of the history. */
export function useRecipe(acts: {
  become: (next: Laid, key: string) => void
  closeStep: () => void
  follow: () => void
}) {
  const { closeStep } = acts
  const state = shallowRef<SourceState>()
  const keys = shallowRef<number[]>([])
  const chosen = ref<"start" | number>("start")
  let nextKey = 0

  const at = computed(() => (chosen.value === "start" ? -1 : keys.value.indexOf(chosen.value)))
  const step = computed(() => state.value?.recipe.steps[at.value])
  const byPen = computed(() => BY_PEN.has(step.value?.kind ?? ""))
  const full = computed(() => (state.value?.recipe.steps.length ?? 0) >= MOST_STEPS)
  /** Whether the picture is read as light on dark. */
  const inverted = computed(
    () => state.value?.recipe.steps.some((one) => one.kind === "invert" && one.on) ?? false,
  )

  /** The recipe as it is followed: up to the step that the pen works on, else whole. */
  const followed = (recipe: Recipe): Recipe =>
    byPen.value ? { ...recipe, steps: recipe.steps.slice(0, at.value + 1) } : recipe

  /** Lay a state on the table. */
  function lay([next, nextKeys]: Laid): void {
    state.value = next
    keys.value = nextKeys
    if (chosen.value !== "start" && !nextKeys.includes(chosen.value)) chosen.value = "start"
  }

  /** A state whose steps have new keys. */
  const keyed = (next: SourceState): Laid => [next, next.recipe.steps.map(() => nextKey++)]

  /** New keys come after those that the history knows. */
  function keysAfter(laid: Laid[]): void {
    nextKey = Math.max(0, ...laid.flatMap(([, known]) => known)) + 1
  }

  function choose(key: "start" | number): void {
    const before = byPen.value
    chosen.value = key
    if (before || byPen.value) acts.follow()
  }

  function recipeBecomes(recipe: Recipe, nextKeys: number[], key: string): void {
    acts.become([{ ...state.value!, recipe }, nextKeys], key)
  }

  function stepsBecome(steps: Step[], nextKeys: number[], key = "steps"): void {
    recipeBecomes({ ...state.value!.recipe, steps }, nextKeys, key)
  }

  function changeStart(part: Partial<Start>): void {
    const { recipe } = state.value!
    const start = { ...recipe.start, ...part } as Start
    recipeBecomes({ ...recipe, start }, keys.value, `start ${Object.keys(part)}`)
  }

  function changeStep(index: number, part: Partial<Step>): void {
    const { steps } = state.value!.recipe
    const changed = steps.map((one, i) => (i === index ? ({ ...one, ...part } as Step) : one))
    stepsBecome(changed, keys.value, `${keys.value[index]} ${Object.keys(part)}`)
  }

  return {
    ...{ state, keys, chosen, at, step, byPen, full, inverted },
    ...{ followed, lay, keyed, keysAfter, choose, changeStart, changeStep, stepsBecome },
    /** A key that no step has. */
    freshKey: () => nextKey++,
    makeIt(makes: Makes): void {
      if (state.value) acts.become([{ ...state.value, makes }, keys.value], "makes")
      closeStep()
    },
    rename(name: string, note: string): void {
      if (state.value) acts.become([{ ...state.value, name, note }, keys.value], "name")
      closeStep()
    },
  }
}

export type RecipeOnTable = ReturnType<typeof useRecipe>

/** Steps that come, go and move. */
export function useRecipeSteps(recipe: RecipeOnTable, closeStep: () => void) {
  const { state, keys, full } = recipe
  const steps = () => state.value!.recipe.steps

  function addSteps(added: Step[]): void {
    const taken = added.slice(0, MOST_STEPS - steps().length)
    const fresh = taken.map(recipe.freshKey)
    recipe.stepsBecome([...steps(), ...taken], [...keys.value, ...fresh])
    closeStep()
    if (fresh.length > 0) recipe.choose(fresh.at(-1)!)
  }

  function addStep(kind: string): void {
    const begins = STEPS.find((one) => one.name === kind)?.begins
    addSteps([(begins ? { ...begins } : { kind, on: true, strokes: [] }) as Step])
  }

  /** Read the picture the other way round: its dark is its light. */
  function turnRound(): void {
    const there = steps().findIndex((one) => one.kind === "invert")
    if (there >= 0) recipe.changeStep(there, { on: !steps()[there]!.on })
    else if (!full.value) {
      const turned: Step[] = [{ kind: "invert", on: true }, ...steps()]
      recipe.stepsBecome(turned, [recipe.freshKey(), ...keys.value])
    }
    closeStep()
  }

  function removeStep(index: number): void {
    const without = <T>(list: T[]) => list.filter((_, i) => i !== index)
    recipe.stepsBecome(without(steps()), without(keys.value))
    closeStep()
  }

  function moveStep(from: number, to: number): void {
    if (to < 0 || to >= steps().length || from === to) return
    const moved = <T>(list: T[]) => {
      const next = [...list]
      next.splice(to, 0, ...next.splice(from, 1))
      return next
    }
    recipe.stepsBecome(moved(steps()), moved(keys.value))
    closeStep()
  }

  /** Do what an advice says: add its step, or switch the one that is there. */
  function mend(one: Advice): void {
    if (!one.step || !state.value) return
    const kind = String(one.step.kind)
    const there = steps().findIndex((each) => each.kind === kind)
    if (there >= 0 && (kind === "invert" || !steps()[there]!.on)) {
      recipe.changeStep(there, { on: !steps()[there]!.on })
    } else addSteps([{ ...one.step } as Step])
    closeStep()
  }

  return { addSteps, addStep, turnRound, removeStep, moveStep, mend }
}
