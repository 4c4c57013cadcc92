// How the proof sheet is seen: fitted to the lanes on it, until fingers pinch it.
import { computed, reactive, ref, watch, type Ref } from "vue"
import { PROOF_SHEET } from "@/generated/layout"
import type { View } from "@/engine/screen"
import type { Rectangle } from "@/engine/sheet"

const CLOSEST = 16
const FURTHEST = 0.1
/** Fitted strokes are never smaller than this share of their size, as far as they fit across. */
const LEAST_FIT = 0.56

/**
 * `width` and `height` are the sheet's room on the screen, CSS px; `lanes` is where on the sheet its lanes lie, `held`
 * where the stroke in hand does.
 */
export function useSheetView(
  width: Ref<number>,
  height: Ref<number>,
  lanes: Ref<Rectangle>,
  held: Ref<Rectangle | undefined>,
) {
  const view = reactive({ zoom: 1, x: 0, y: 0 })
  const moved = ref(false)
  const ratio = window.devicePixelRatio || 1

  function fit(): void {
    moved.value = false
    const { left, top, right, bottom } = lanes.value
    const [laneWidth, laneHeight] = [right - left, bottom - top]
    const whole = Math.min(width.value / laneWidth, height.value / laneHeight) || 1
    // Beside a tall tray strokes stay large enough to judge; other lanes than that in hand are a pan away.
    view.zoom = Math.max(whole, Math.min(LEAST_FIT, width.value / laneWidth))
    // A room that shows more than the lanes shows the sheet, not what lies past its end.
    const [sheetWidth, sheetHeight] = PROOF_SHEET as [number, number]
    view.x = Math.max(0, Math.min(left, sheetWidth - width.value / view.zoom))
    const tall = height.value / view.zoom
    const below = held.value ? Math.min(held.value.bottom, bottom) - tall : 0
    view.y = Math.max(0, Math.min(Math.max(top, below), sheetHeight - tall))
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
  watch([width, height, lanes], () => (moved.value ? hold() : fit()), { immediate: true })

  /** The view in canvas px, for the engine. */
  const seen = computed((): View => ({
    zoom: view.zoom * ratio,
    originX: view.x,
    originY: view.y,
    width: Math.max(1, Math.round(width.value * ratio)),
    height: Math.max(1, Math.round(height.value * ratio)),
  }))

  return { view, seen, moved, fit, pinch }
}
