// One source on the prep table: its recipe, its history, its keeping, and the brush that tries it.
import { dequal } from "dequal"
import { computed, inject, onScopeDispose, provide, ref, type InjectionKey } from "vue"
import { useSteps } from "@/device/history/useSteps"
import { useLanes } from "@/engine/page/useLanes"
import { pictureOf } from "@/device/pictures"
import type { Store } from "@/device/store"
import { useEngine } from "@/engine/page/useEngine"
import { ADVICE } from "@/generated/layout"
import { useRecipe, useRecipeSteps, type Laid } from "./useRecipe"
import { useSourceKeeping, type SourceState } from "./useSourceKeeping"
import { useTrying } from "./useTrying"

interface Change {
  before: Laid
  after: Laid
}

export function makePrep(store: Store, id: string, brushId?: string) {
  const engine = useEngine()
  const keeping = useSourceKeeping(store, id, taken)
  const lanes = useLanes()
  const history = useSteps<Change, Laid>(store, id, {
    undo: ({ before }) => put(before),
    redo: ({ after }) => put(after),
  })
  const { closeStep } = history
  const recipe = useRecipe({ become, closeStep, follow: () => void table.follow() })
  const steps = useRecipeSteps(recipe, closeStep)
  const { state, keys, chosen } = recipe
  const table = useTrying(id, state, { followed: recipe.followed, keepPicture: keeping.keepPicture })
  const brushName = ref("")
  /** Why the table could not be laid. */
  const failed = ref("")
  const news = engine.prep
  const advice = computed(() => ADVICE.find((one) => (news.value?.figures.advice ?? 0) & one.bit))

  function put(laid: Laid): void {
    recipe.lay(laid)
    void table.follow()
    keeping.keep(laid[0])
    table.unfinish()
  }

  function become(after: Laid, key: string): void {
    if (!state.value) return
    const was: Laid = [state.value, keys.value]
    put(after)
    history.moved(key, was, (before) => ({ before, after }))
  }

  /** Another tab or device made another state of it: shown, and taken back like one's own. */
  function taken(next: SourceState): void {
    if (!state.value) return
    const before: Laid = [state.value, keys.value]
    const after = recipe.keyed(next)
    chosen.value = "start"
    recipe.lay(after)
    void table.follow()
    history.push({ before, after })
  }

  async function openBrush(): Promise<void> {
    const kept = brushId && (await store.brushes.get(brushId))
    if (!kept) return
    table.brush.value = kept.document
    brushName.value = kept.name
  }

  async function start(): Promise<void> {
    await engine.ready
    engine.prep.value = undefined
    const [opened] = await Promise.all([keeping.open(), lanes.open(), openBrush(), history.open()])
    if (!opened) return
    const { working } = keeping
    if (working.value) table.table.file = await pictureOf(store, working.value)
    await engine.api.setStrokes("prep", lanes.strokes.value)
    const done = history.changes()
    recipe.keysAfter(done.flatMap(({ before, after }) => [before, after]))
    const known = done.at(-1)?.after
    const same = known && dequal(known[0], opened)
    recipe.lay(same ? [opened, known[1]] : recipe.keyed(opened))
    // What another device made of it while it was closed here can be taken back too.
    if (known && !same) history.push({ before: known, after: [opened, keys.value] })
    void table.follow()
  }

  start().catch((error: Error) => (failed.value = error.message))
  onScopeDispose(closeStep)
  const { at, step, byPen, full, inverted, choose, changeStart, changeStep, makeIt, rename } = recipe
  const { largest, follow, finish } = table
  return {
    ...{ id, engine, keeping, history, news, advice, brushName, failed, closeStep },
    ...{ state, keys, chosen, at, step, byPen, full, inverted, choose, changeStart, changeStep },
    ...{ makeIt, rename, largest, follow, finish },
    ...steps,
    shipped: computed(() => keeping.shipped.value !== undefined),
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
