// The sources that the brush on the bench uses.
import type { StoredSource } from "@/device/tables/sources"
import type { BrushDocument, ShapeUse } from "@/documents/brush"
import { computed, ref, watch } from "vue"
import { MAX_SHAPES } from "@/generated/layout"
import type { Bench } from "./useBench"

const asUse = ({ picture, id }: StoredSource): ShapeUse => ({
  picture,
  source: id,
  turn: 0,
  scale: 1,
  flip_across: false,
  flip_along: false,
  invert: false,
})

export function useShapes(bench: Bench) {
  const shapes = computed(() => bench.state.value?.document.shapes ?? [])
  const at = ref(0)
  const chosen = computed(() => shapes.value[at.value])
  const full = computed(() => shapes.value.length >= MAX_SHAPES)
  watch(shapes, (now) => (at.value = Math.min(at.value, Math.max(0, now.length - 1))))

  function put(next: Partial<BrushDocument>, key: string): void {
    bench.changeMany(next, key)
  }

  /** Add a shape; the brush's tip is then made of shapes. */
  function add(source: StoredSource): void {
    if (full.value) return
    put({ shapes: [...shapes.value, asUse(source)], tip: "shapes" }, "shapes")
    bench.closeStep()
    at.value = shapes.value.length - 1
  }

  function change(part: Partial<ShapeUse>): void {
    put(
      { shapes: shapes.value.map((one, i) => (i === at.value ? { ...one, ...part } : one)) },
      `shape ${at.value}`,
    )
  }

  function remove(): void {
    put({ shapes: shapes.value.filter((_, i) => i !== at.value) }, "shapes")
    bench.closeStep()
  }

  function lay(source: StoredSource): void {
    put({ grain: { picture: source.picture, source: source.id } }, "grain")
    bench.closeStep()
  }

  function liftGrain(): void {
    put({ grain: null }, "grain")
    bench.closeStep()
  }

  return { shapes, at, chosen, full, add, change, remove, lay, liftGrain }
}
