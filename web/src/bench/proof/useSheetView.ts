// How the proof sheet is seen: its lanes laid out for the room there is, until fingers pinch it.
import { computed, reactive, ref, shallowRef, watch, type Ref } from "vue"
import { PROOF_SHEET } from "@/generated/layout"
import type { View } from "@/engine/easel/screen"
import { useLyingStill } from "@/parts/useLyingStill"
import { flowed, type Block, type Flow } from "../flow"

const CLOSEST = 16
const FURTHEST = 0.1
/** Most room, sheet px, that is left round about a path for the ink of a wide brush. */
const WIDEST = 60

/**
 * `width` and `height` are the sheet's room on the screen, CSS px; `held` is the key of the lane in hand, `size` the
 * brush's size. Neither of these two lays anything out anew by itself: what is looked at must not jump. Nor does anything
 * while strokes are under way, whatever lanes come meanwhile.
 */
export function useSheetView(
  width: Ref<number>,
  height: Ref<number>,
  blocks: Ref<Block[]>,
  held: Ref<string | undefined>,
  size: () => number | undefined,
  underWay: Ref<number> = ref(0),
) {
  const view = reactive({ zoom: 1, x: 0, y: 0 })
  const flow = shallowRef<Flow>()
  const moved = ref(false)
  const ratio = window.devicePixelRatio || 1

  function fit(): void {
    moved.value = false
    if (width.value <= 0 || height.value <= 0) return
    flow.value = flowed(
      blocks.value,
      width.value,
      height.value,
      held.value,
      Math.min(WIDEST, (size() ?? 0) / 2),
    )
    view.zoom = flow.value.zoom
    view.x = view.y = 0
  }

  /** Keep some of the sheet in sight. */
  function hold(): void {
    const [sheetWidth, sheetHeight] = PROOF_SHEET as [number, number]
    const [across, down] = [width.value / view.zoom, height.value / view.zoom]
    view.x = Math.min(sheetWidth - across / 4, Math.max(-across * 0.75, view.x))
    view.y = Math.min(sheetHeight - down / 4, Math.max(-down * 0.75, view.y))
  }

  /** Zoom by a factor so that the sheet stays put under a screen point, and move it by (dx, dy) CSS px. */
  function pinch(factor: number, atX: number, atY: number, dx: number, dy: number): void {
    moved.value = true
    const zoom = Math.min(CLOSEST, Math.max(FURTHEST, view.zoom * factor))
    view.x += (atX - dx) / view.zoom - atX / zoom
    view.y += (atY - dy) / view.zoom - atY / zoom
    view.zoom = zoom
    hold()
  }

  // Not when another stroke is taken in hand: what is being drawn must not move away under the pen.
  const settle = useLyingStill(underWay)
  watch([width, height], () => settle(() => (moved.value ? hold() : fit())), { immediate: true })
  watch([blocks, () => size() !== undefined], () => settle(fit))

  /** The view in canvas px, for the engine. */
  const seen = computed((): View => ({
    zoom: view.zoom * ratio,
    originX: view.x,
    originY: view.y,
    width: Math.max(1, Math.round(width.value * ratio)),
    height: Math.max(1, Math.round(height.value * ratio)),
  }))

  return { view, flow, seen, moved, fit, pinch }
}
