// One source on the prep table: its recipe, its history, its keeping, and the brush that tries it.
import type { BrushDocument } from "@/documents/brush"
import { dequal } from "dequal"
import { computed, inject, onScopeDispose, provide, ref, shallowRef, type InjectionKey } from "vue"
import { useHistory } from "@/device/useHistory"
import { useOneStep } from "@/device/useOneStep"
import { latest } from "@/engine/page/latest"
import { useLanes } from "@/engine/page/useLanes"
import { pictureOf } from "@/device/pictures"
import type { Store } from "@/device/store"
import { ON_THE_TABLE } from "@/engine/prep/prep"
import { useEngine } from "@/engine/page/useEngine"
import { ADVICE, DEFAULT_BRUSH, MOST_STEPS, STEPS } from "@/generated/layout"
import type { Advice, Makes, Recipe, Start, Step } from "@/documents/recipe"
import { useSourceKeeping, type SourceState } from "./useSourceKeeping"

/** A recipe that has rested for so long, ms, is made into the source's picture. */
const FINISHED = 400
/** Steps that are worked on with the pen, on the picture as it stands there. */
const BY_PEN = new Set(["mend", "draw", "background"])

const PLAIN = { ...structuredClone(DEFAULT_BRUSH), size: 56 } as unknown as BrushDocument
/** Size, px, that a source should hold up to where no brush says another. */
const USUAL = 300

/** A state of the source, with a key for each step. */
type Laid = [SourceState, number[]]

interface Change {
  before: Laid
  after: Laid
}

export function makePrep(store: Store, id: string, brushId?: string) {
  const engine = useEngine()
  const keeping = useSourceKeeping(store, id, taken)
  const lanes = useLanes()
  const history = useHistory<Change>(store, id, {
    undo: ({ before }) => put(before),
    redo: ({ after }) => put(after),
  })
  const state = shallowRef<SourceState>()
  /** One key per step, so that rows keep their place while they move. */
  const keys = shallowRef<number[]>([])
  const chosen = ref<"start" | number>("start")
  const brush = shallowRef<BrushDocument>()
  const brushName = ref("")
  /** Why the table could not be laid. */
  const failed = ref("")
  let nextKey = 0
  let edit = 0
  let unfinished = false
  let finishing = 0
  let finished = Promise.resolve()
  const { stepOf, closeStep } = useOneStep<Laid>()

  const at = computed(() => (chosen.value === "start" ? -1 : keys.value.indexOf(chosen.value)))
  const step = computed(() => state.value?.recipe.steps[at.value])
  const byPen = computed(() => BY_PEN.has(step.value?.kind ?? ""))
  /** The largest size, px, of the brush that tries the source. */
  const largest = computed(() => (brush.value ? Number(brush.value.size) : USUAL))
  const shipped = computed(() => keeping.shipped.value !== undefined)
  const full = computed(() => (state.value?.recipe.steps.length ?? 0) >= MOST_STEPS)
  const news = engine.prep
  const advice = computed(() => ADVICE.find((one) => (news.value?.figures.advice ?? 0) & one.bit))

  /** The brush that tries the source: the one that it was opened from, or a plain one. */
  function trying(makes: Makes): BrushDocument {
    const base = brush.value ?? PLAIN
    const use = { picture: ON_THE_TABLE, source: id }
    const mine = (one: { source: string | null }) => one.source === id
    if (makes === "grain") return { ...base, grain: { ...(base.grain ?? {}), ...use } }
    const shapes = base.shapes.some(mine)
      ? base.shapes.map((one) => (mine(one) ? { ...one, ...use } : one))
      : [{ ...use, turn: 0, scale: 1, flip_across: false, flip_along: false, invert: false }]
    const laid = brush.value ? {} : { spacing: 0.35 }
    return { ...base, ...laid, tip: "shapes", shapes }
  }

  /** What the state as it stands comes to, made and kept: once it has rested, or as soon as somebody needs it. */
  function finish(): Promise<void> {
    window.clearTimeout(finishing)
    // One at a time: whoever needs it waits for the one that is being made, too.
    finished = finished.then(make)
    return finished
  }

  async function make(): Promise<void> {
    const made = state.value
    if (!made || !unfinished) return
    unfinished = false
    const { recipe, makes } = JSON.parse(JSON.stringify(made)) as SourceState
    try {
      const png = await engine.api.prepFinish(table, recipe, makes)
      // What changed meanwhile is finished in its turn.
      if (png && state.value === made) await keeping.keepPicture(png)
    } catch (error) {
      // A recipe that comes to nothing here is told on the table, and kept all the same.
      console.error(error)
    }
  }

  /** The recipe as it is followed: up to the step that the pen works on, else whole. */
  function followed(recipe: Recipe): Recipe {
    return byPen.value ? { ...recipe, steps: recipe.steps.slice(0, at.value + 1) } : recipe
  }

  const table = { id, file: undefined as Blob | undefined }

  /** Follow the recipe as it stands, show what it comes to, and try it. */
  const follow = latest(async () => {
    if (!state.value) return
    const { recipe, makes } = state.value
    // What is sent must be plain data.
    const plain = JSON.parse(JSON.stringify({ recipe: followed(recipe), brush: trying(makes) })) as {
      recipe: Recipe
      brush: BrushDocument
    }
    try {
      const wish = { table, recipe: plain.recipe, makes, largest: largest.value, edit: ++edit }
      const told = await engine.api.prepFollow(wish)
      if (!told) return
      engine.prep.value = told.news
      engine.prepProblem.value = ""
      await engine.api.putOnTable(makes, told.picture)
      void engine.api.setBrush("prep", plain.brush, edit)
    } catch (error) {
      engine.prepProblem.value = (error as Error).message
    }
  })

  function put([next, nextKeys]: Laid): void {
    state.value = next
    keys.value = nextKeys
    if (chosen.value !== "start" && !nextKeys.includes(chosen.value)) chosen.value = "start"
    void follow()
    keeping.keep(next)
    unfinished = true
    window.clearTimeout(finishing)
    finishing = window.setTimeout(finish, FINISHED)
  }

  /** Another tab or device made another state of it: shown, and taken back like one's own. */
  function taken(next: SourceState): void {
    if (!state.value) return
    const before: Laid = [state.value, keys.value]
    const after: Laid = [next, next.recipe.steps.map(() => nextKey++)]
    ;[state.value, keys.value] = after
    if (chosen.value !== "start") chosen.value = "start"
    closeStep()
    void follow()
    history.push({ before, after })
  }

  function become(next: SourceState, nextKeys: number[], key: string): void {
    if (!state.value) return
    const before: Laid = [state.value, keys.value]
    const after: Laid = [next, nextKeys]
    put(after)
    const step = stepOf(key, before)
    const done = { before: step.before, after }
    if (step.goesOn) history.goOn(done)
    else history.push(done)
  }

  function recipeBecomes(recipe: Recipe, nextKeys: number[], key: string): void {
    become({ ...state.value!, recipe }, nextKeys, key)
  }

  function changeStart(part: Partial<Start>): void {
    const { recipe } = state.value!
    recipeBecomes(
      { ...recipe, start: { ...recipe.start, ...part } as Start },
      keys.value,
      `start ${Object.keys(part)}`,
    )
  }

  function changeStep(index: number, part: Partial<Step>): void {
    const { recipe } = state.value!
    const steps = recipe.steps.map((one, i) => (i === index ? ({ ...one, ...part } as Step) : one))
    recipeBecomes({ ...recipe, steps }, keys.value, `${keys.value[index]} ${Object.keys(part)}`)
  }

  function addSteps(added: Step[]): void {
    const { recipe } = state.value!
    const room = MOST_STEPS - recipe.steps.length
    const taken = added.slice(0, room)
    const fresh = taken.map(() => nextKey++)
    recipeBecomes({ ...recipe, steps: [...recipe.steps, ...taken] }, [...keys.value, ...fresh], "steps")
    closeStep()
    if (fresh.length > 0) choose(fresh.at(-1)!)
  }

  function addStep(kind: string): void {
    const begins = STEPS.find((one) => one.name === kind)?.begins
    addSteps([(begins ? { ...begins } : { kind, on: true, strokes: [] }) as Step])
  }

  /** Whether the picture is read as light on dark. */
  const inverted = computed(
    () => state.value?.recipe.steps.some((one) => one.kind === "invert" && one.on) ?? false,
  )

  /** Read the picture the other way round: its dark is its light. */
  function turnRound(): void {
    const { recipe } = state.value!
    const there = recipe.steps.findIndex((one) => one.kind === "invert")
    if (there >= 0) changeStep(there, { on: !recipe.steps[there]!.on })
    else if (!full.value) {
      const steps: Step[] = [{ kind: "invert", on: true }, ...recipe.steps]
      recipeBecomes({ ...recipe, steps }, [nextKey++, ...keys.value], "steps")
    }
    closeStep()
  }

  function removeStep(index: number): void {
    const { recipe } = state.value!
    const steps = recipe.steps.filter((_, i) => i !== index)
    recipeBecomes(
      { ...recipe, steps },
      keys.value.filter((_, i) => i !== index),
      "steps",
    )
    closeStep()
  }

  function moveStep(from: number, to: number): void {
    const { recipe } = state.value!
    if (to < 0 || to >= recipe.steps.length || from === to) return
    const moved = <T>(list: T[]) => {
      const next = [...list]
      next.splice(to, 0, ...next.splice(from, 1))
      return next
    }
    recipeBecomes({ ...recipe, steps: moved(recipe.steps) }, moved(keys.value), "steps")
    closeStep()
  }

  /** Do what an advice says: add its step, or switch the one that is there. */
  function mend(one: Advice): void {
    if (!one.step || !state.value) return
    const kind = String(one.step.kind)
    const there = state.value.recipe.steps.findIndex((each) => each.kind === kind)
    if (there >= 0 && (kind === "invert" || !state.value.recipe.steps[there]!.on)) {
      changeStep(there, { on: !state.value.recipe.steps[there]!.on })
    } else addSteps([{ ...one.step } as Step])
    closeStep()
  }

  function choose(key: "start" | number): void {
    const before = byPen.value
    chosen.value = key
    if (before || byPen.value) void follow()
  }

  function makeIt(makes: Makes): void {
    if (state.value) become({ ...state.value, makes }, keys.value, "makes")
    closeStep()
  }

  function rename(name: string, note: string): void {
    if (state.value) become({ ...state.value, name, note }, keys.value, "name")
    closeStep()
  }

  async function openBrush(): Promise<void> {
    if (!brushId) return
    const kept = await store.brushes.get(brushId)
    if (!kept) return
    brush.value = kept.document
    brushName.value = kept.name
  }

  async function start(): Promise<void> {
    await engine.ready
    engine.prep.value = undefined
    const [opened] = await Promise.all([keeping.open(), lanes.open(), openBrush(), history.open()])
    if (!opened) return
    const { working } = keeping
    if (working.value) table.file = await pictureOf(store, working.value)
    await engine.api.setStrokes("prep", lanes.strokes.value)
    const laid = history.changes()
    nextKey = Math.max(0, ...laid.flatMap(({ before, after }) => [...before[1], ...after[1]])) + 1
    const known = laid.at(-1)?.after
    const same = known && dequal(known[0], opened)
    state.value = opened
    keys.value = same ? known[1] : opened.recipe.steps.map(() => nextKey++)
    // What another device made of it while it was closed here can be taken back too.
    if (known && !same) history.push({ before: known, after: [opened, keys.value] })
    void follow()
  }

  start().catch((error: Error) => {
    failed.value = error.message
  })
  onScopeDispose(() => {
    closeStep()
    void finish()
  })
  return {
    ...{
      id,
      engine,
      keeping,
      history,
      state,
      keys,
      chosen,
      at,
      step,
      byPen,
      shipped,
      full,
      news,
      advice,
      brushName,
      failed,
      largest,
      follow,
    },
    ...{
      changeStart,
      changeStep,
      closeStep,
      addStep,
      addSteps,
      removeStep,
      moveStep,
      mend,
      choose,
      makeIt,
      rename,
      finish,
    },
    inverted,
    turnRound,
  }
}

export type Prep = ReturnType<typeof makePrep>
const KEY: InjectionKey<Prep> = Symbol("prep")

export const providePrep = (prep: Prep): void => provide(KEY, prep)

export function usePrep(): Prep {
  const prep = inject(KEY)
  if (!prep) throw new Error("usePrep belongs under a PrepPlace")
  return prep
}
