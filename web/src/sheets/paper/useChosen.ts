// Strokes that are chosen, to be inked otherwise: by touch, by lasso, by brush, by layer.
import type { SheetStroke } from "@/documents/sheet"
import { computed, shallowRef } from "vue"
import type { SheetOnEasel } from "../useSheet"

/** A touch within so many CSS px of a stroke means it. */
const NEAR = 22
/** A way shorter than this, CSS px, is a touch, and no lasso. */
const SHORT = 12

export function useChosen(sheet: SheetOnEasel) {
  const { api } = sheet.engine
  const ids = shallowRef(new Set<string>())
  /** The lasso that is being drawn, sheet px. */
  const lasso = shallowRef<[number, number][]>([])
  const strokes = computed(() => [...ids.value].flatMap((id) => sheet.strokes.strokes.value.get(id) ?? []))
  const locked = computed(
    () => new Set(sheet.document.value?.layers.filter((one) => one.locked).map((one) => one.which)),
  )
  const free = (id: string) => {
    const stroke = sheet.strokes.strokes.value.get(id)
    return stroke !== undefined && !locked.value.has(stroke.layer ?? 0)
  }

  function choose(found: Iterable<string>): void {
    ids.value = new Set([...found].filter(free))
  }

  /** Take a stroke in, or out again. */
  function toggle(id: string): void {
    const next = new Set(ids.value)
    if (!next.delete(id)) next.add(id)
    choose(next)
  }

  async function touch(x: number, y: number, zoom: number): Promise<void> {
    const found = await api.strokeAt(x, y, NEAR / zoom)
    if (found) toggle(found)
    else ids.value = new Set()
  }

  function begin(x: number, y: number): void {
    lasso.value = [[x, y]]
  }

  function draw(x: number, y: number): void {
    lasso.value = [...lasso.value, [x, y]]
  }

  async function end(zoom: number): Promise<void> {
    const way = lasso.value
    lasso.value = []
    const [first] = way
    if (!first) return
    const far = Math.max(...way.map(([x, y]) => Math.hypot(x - first[0], y - first[1])))
    if (far * zoom < SHORT) return touch(...first, zoom)
    choose([...ids.value, ...(await api.strokesIn(way))])
  }

  const all = () => [...sheet.strokes.strokes.value.values()].filter((one) => !one.dries)

  /** All strokes of the brushes that the chosen ones have; without any, of the one in hand. */
  function sameBrush(): void {
    const looks = new Map(sheet.looks.value.map((one) => [one.id, one.brush ?? one.id]))
    const of = ({ look }: SheetStroke) => looks.get(look) ?? look
    const wanted = new Set(strokes.value.map(of))
    const inHand = sheet.hand.brush.value?.id
    if (wanted.size === 0 && inHand) wanted.add(inHand)
    choose(all().flatMap((one) => (wanted.has(of(one)) ? one.id : [])))
  }

  function ofLayer(which: number): void {
    choose(all().flatMap((one) => ((one.layer ?? 0) === which ? one.id : [])))
  }

  function none(): void {
    ids.value = new Set()
  }

  return { ids, strokes, lasso, begin, draw, end, sameBrush, ofLayer, none }
}

export type Chosen = ReturnType<typeof useChosen>
