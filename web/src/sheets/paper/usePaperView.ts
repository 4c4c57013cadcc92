// How a sheet is seen: moved, zoomed and turned by two fingers, mirrored, at its true size.
import { useLocalStorage } from "@vueuse/core"
import { computed, reactive, ref, watch, type Ref } from "vue"
import { useLyingStill } from "@/parts/useLyingStill"
import type { Laid } from "./laid"
import { useShownPaper } from "./useShownPaper"

const CLOSEST = 16
const FURTHEST = 0.02
/** Room that is left around the whole sheet, CSS px. */
const AROUND = 16
/** A turn this near to straight is straight, degrees. */
const STRAIGHT = 4
/** CSS px an inch where nobody has measured the screen. */
const USUAL_DPI = 96

/**
 * `width` and `height` are the room on the screen, CSS px; `size` is the sheet's, px and dots per inch. While strokes are
 * under way nothing but fingers moves the paper.
 */
export function usePaperView(
  width: Ref<number>,
  height: Ref<number>,
  size: Ref<{ width: number; height: number; dpi: number } | undefined>,
  underWay: Ref<number> = ref(0),
) {
  /** CSS px per sheet px, the place in the middle of the room, sheet px, and the turn, degrees clockwise. */
  const view = reactive({ zoom: 1, x: 0, y: 0, turn: 0, mirrored: false })
  const moved = ref(false)
  /** Whether fingers moved the paper since it was shown anew. */
  const moving = ref(false)
  const screenDpi = useLocalStorage<number>("screen dpi", 0)
  /** The turn as the fingers have it, before it is held straight. */
  let turned = 0

  const held = computed(() => {
    const near = Math.round(view.turn / 90) * 90
    return Math.abs(view.turn - near) < STRAIGHT ? near : view.turn
  })

  function fit(): void {
    const { value: paper } = size
    moved.value = moving.value = false
    if (!paper || width.value <= 0 || height.value <= 0) return
    turned = view.turn = 0
    const [across, down] = [width.value - 2 * AROUND, height.value - 2 * AROUND]
    view.zoom = Math.min(across / paper.width, down / paper.height)
    view.x = paper.width / 2
    view.y = paper.height / 2
  }

  /** Show the sheet as large as it will be on paper, around the place that is looked at. */
  function trueSize(): void {
    if (!size.value) return
    moved.value = true
    moving.value = false
    view.zoom = (screenDpi.value || USUAL_DPI) / size.value.dpi
  }

  /** From a place in the room, CSS px, to the sheet, and back. */
  function toSheet(x: number, y: number): [number, number] {
    const angle = (-held.value * Math.PI) / 180
    const dx = (x - width.value / 2) * (view.mirrored ? -1 : 1)
    const dy = y - height.value / 2
    const [cos, sin] = [Math.cos(angle), Math.sin(angle)]
    return [view.x + (cos * dx - sin * dy) / view.zoom, view.y + (sin * dx + cos * dy) / view.zoom]
  }

  /** Keep some of the sheet in sight. */
  function hold(): void {
    const { value: paper } = size
    if (!paper) return
    view.x = Math.min(paper.width, Math.max(0, view.x))
    view.y = Math.min(paper.height, Math.max(0, view.y))
  }

  /** Zoom and turn so that the sheet stays under the fingers, and move it by (dx, dy) CSS px. */
  function pinch(factor: number, atX: number, atY: number, dx: number, dy: number, by = 0): void {
    moved.value = moving.value = true
    const [x, y] = toSheet(atX - dx, atY - dy)
    view.zoom = Math.min(CLOSEST, Math.max(FURTHEST, view.zoom * factor))
    turned += ((view.mirrored ? -by : by) * 180) / Math.PI
    view.turn = turned = ((turned + 540) % 360) - 180
    const [nowX, nowY] = toSheet(atX, atY)
    view.x += x - nowX
    view.y += y - nowY
    hold()
  }

  function laid(): Laid {
    const { zoom, x, y, mirrored } = view
    return { zoom, x, y, mirrored, turn: held.value, width: width.value, height: height.value }
  }

  const settle = useLyingStill(underWay)
  watch([width, height], () => settle(() => (moved.value ? hold() : fit())), { immediate: true })
  watch(
    () => [size.value?.width, size.value?.height].join(),
    () => settle(fit),
  )

  const shown = useShownPaper(laid, toSheet, size, moving)
  return { view, held, moved, screenDpi, fit, trueSize, toSheet, pinch, moving, ...shown }
}

export type PaperView = ReturnType<typeof usePaperView>
