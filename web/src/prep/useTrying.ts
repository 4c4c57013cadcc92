// The source on the table as it stands: its recipe is followed while it moves, tried by a brush, and made into its picture
// once it rests.
import type { BrushDocument } from "@/documents/brush"
import type { Makes, Recipe } from "@/documents/recipe"
import { computed, onScopeDispose, shallowRef, type ShallowRef } from "vue"
import { latest } from "@/engine/page/latest"
import { useEngine } from "@/engine/page/useEngine"
import { ON_THE_TABLE } from "@/engine/prep/prep"
import { DEFAULT_BRUSH } from "@/generated/layout"
import type { SourceState } from "./useSourceKeeping"

/** A recipe that has rested for so long, ms, is made into the source's picture. */
const FINISHED = 400
/** Size, px, that a source should hold up to where no brush says another. */
const USUAL = 300

const PLAIN = { ...structuredClone(DEFAULT_BRUSH), size: 56 } as unknown as BrushDocument

/** What is sent to a worker must be plain data. */
const plain = <T>(data: T): T => JSON.parse(JSON.stringify(data)) as T

/** `followed` tells of a recipe as much as is worked on; `keepPicture` keeps what it comes to. */
export function useTrying(
  id: string,
  state: ShallowRef<SourceState | undefined>,
  acts: {
    followed: (recipe: Recipe) => Recipe
    keepPicture: (png: Uint8Array<ArrayBuffer>) => Promise<void>
  },
) {
  const engine = useEngine()
  const brush = shallowRef<BrushDocument>()
  /** The largest size, px, of the brush that tries the source. */
  const largest = computed(() => (brush.value ? Number(brush.value.size) : USUAL))
  const table = { id, file: undefined as Blob | undefined }
  let edit = 0
  let unfinished = false
  let finishing = 0
  let finished = Promise.resolve()

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

  /** Follow the recipe as it stands, show what it comes to, and try it. */
  const follow = latest(async () => {
    if (!state.value) return
    const { makes } = state.value
    const { recipe, brush } = plain({
      recipe: acts.followed(state.value.recipe),
      brush: trying(makes),
    })
    try {
      const answer = await engine.api.prepFollow({
        table,
        recipe,
        makes,
        largest: largest.value,
        edit: ++edit,
      })
      if (!answer) return
      engine.prep.value = answer.news
      engine.prepProblem.value = ""
      await engine.api.putOnTable(makes, answer.picture)
      void engine.api.setBrush("prep", brush, edit)
    } catch (error) {
      engine.prepProblem.value = (error as Error).message
    }
  })

  async function make(): Promise<void> {
    const made = state.value
    if (!made || !unfinished) return
    unfinished = false
    const { recipe, makes } = plain(made)
    try {
      const png = await engine.api.prepFinish(table, recipe, makes)
      // What changed meanwhile is finished in its turn.
      if (png && state.value === made) await acts.keepPicture(png)
    } catch (error) {
      // A recipe that comes to nothing here is told on the table, and kept all the same.
      console.error(error)
    }
  }

  /** What the state as it stands comes to, made and kept: once it has rested, or as soon as somebody needs it. */
  function finish(): Promise<void> {
    window.clearTimeout(finishing)
    // One at a time: whoever needs it waits for the one that is being made, too.
    finished = finished.then(make)
    return finished
  }

  /** The state is another one: it is finished once it rests. */
  function unfinish(): void {
    unfinished = true
    window.clearTimeout(finishing)
    finishing = window.setTimeout(finish, FINISHED)
  }

  onScopeDispose(() => void finish())
  return { brush, largest, table, follow, finish, unfinish }
}
