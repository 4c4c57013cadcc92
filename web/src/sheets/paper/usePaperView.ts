// How a sheet is seen: moved, zoomed and turned by two fingers, mirrored, at its true size.
import { useLocalStorage, useTimeoutFn } from "@vueuse/core"
import { dequal } from "dequal"
import { computed, reactive, ref, shallowRef, watch, type Ref } from "vue"
import type { View } from "@/engine/easel/screen"
import { useLyingStill } from "@/parts/useLyingStill"

const CLOSEST = 16
const FURTHEST = 0.02
/** Room that is left around the whole sheet, CSS px. */
const AROUND = 16
/** A turn this near to straight is straight, degrees. */
const STRAIGHT = 4
/** CSS px an inch where nobody has measured the screen. */
const USUAL_DPI = 96

/** Fingers that rest for so long, ms, have the paper shown as it is then. */
const REST = 100

/** A sheet as it lies in a room: see `view`; `turn` is held straight where it nearly is. */
interface Laid {
  zoom: number
  x: number
  y: number
  turn: number
  mirrored: boolean
  width: number
  height: number
}

/** The box that lies over the room, turned: large enough that nothing of the room is left bare, CSS px. */
function boxOf({ turn, width, height }: Laid): { across: number; down: number } {
  if (turn % 180 === 0) return { across: width, down: height }
  const angle = (turn * Math.PI) / 180
  const [cos, sin] = [Math.abs(Math.cos(angle)), Math.abs(Math.sin(angle))]
  return { across: Math.ceil(width * cos + height * sin), down: Math.ceil(width * sin + height * cos) }
}

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
  const ratio = window.devicePixelRatio || 1
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

  const settle = useLyingStill(underWay)
  watch([width, height], () => settle(() => (moved.value ? hold() : fit())), { immediate: true })
  watch(
    () => [size.value?.width, size.value?.height].join(),
    () => settle(fit),
  )

  /** What the engine was asked for last, and what the canvas shows. Fingers move the canvas as it is meanwhile. */
  const asked = shallowRef<Laid>(laid())
  const shown = shallowRef<Laid>(asked.value)
  let coming = false
  const rest = useTimeoutFn(ask, REST, { immediate: false })

  function laid(): Laid {
    const { zoom, x, y, mirrored } = view
    return { zoom, x, y, mirrored, turn: held.value, width: width.value, height: height.value }
  }

  function ask(): void {
    if (coming) return
    coming = true
    asked.value = laid()
  }

  /** The canvas shows what was asked for last. */
  function showed(): void {
    coming = false
    shown.value = asked.value
    if (!moving.value) return
    if (dequal(asked.value, laid())) moving.value = false
    else if (!rest.isPending.value || uncovered()) ask()
  }

  /** Whether paper has come in sight that the canvas does not show. */
  function uncovered(): boolean {
    const { value: paper } = size
    if (!paper) return false
    const there = shown.value
    const { across, down } = boxOf(there)
    return [0, width.value].some((roomX) =>
      [0, height.value].some((roomY) => {
        const [x, y] = toSheet(roomX, roomY)
        const [inX, inY] = [Math.min(paper.width, Math.max(0, x)), Math.min(paper.height, Math.max(0, y))]
        const far = (from: number, to: number, room: number) =>
          Math.abs(from - to) * there.zoom > room / 2 + 1
        return far(inX, there.x, across) || far(inY, there.y, down)
      }),
    )
  }

  watch(laid, () => {
    if (!moving.value) {
      asked.value = shown.value = laid()
      return
    }
    rest.start()
    if (uncovered()) ask()
  })

  const style = computed(() => {
    const { across, down } = boxOf(shown.value)
    const { x, y, zoom } = shown.value
    // Where what stands in the middle of the canvas is now, CSS px from the middle of the room.
    const [cos, sin] = [Math.cos((held.value * Math.PI) / 180), Math.sin((held.value * Math.PI) / 180)]
    const [dx, dy] = [(x - view.x) * view.zoom, (y - view.y) * view.zoom]
    const moved = `translate(${(cos * dx - sin * dy) * (view.mirrored ? -1 : 1)}px, ${sin * dx + cos * dy}px) `
    const turned = `scaleX(${view.mirrored ? -1 : 1}) rotate(${held.value}deg)`
    return {
      width: `${across}px`,
      height: `${down}px`,
      left: `${(width.value - across) / 2}px`,
      top: `${(height.value - down) / 2}px`,
      transform: moving.value ? `${moved}${turned} scale(${view.zoom / zoom})` : turned,
    }
  })

  /** The sheet's place in the box, CSS px of its corner. */
  const cornerOf = (one: Laid) => {
    const { across, down } = boxOf(one)
    return { x: across / 2 - one.x * one.zoom, y: down / 2 - one.y * one.zoom }
  }

  /** The sheet in the box: its corner, and CSS px per sheet px. */
  const lies = computed(() => ({ ...cornerOf(shown.value), zoom: shown.value.zoom }))

  /** The view in canvas px, for the engine. */
  const seen = computed((): View => {
    const { zoom } = asked.value
    const { across, down } = boxOf(asked.value)
    const corner = cornerOf(asked.value)
    return {
      zoom: zoom * ratio,
      originX: -corner.x / zoom,
      originY: -corner.y / zoom,
      width: Math.max(1, Math.round(across * ratio)),
      height: Math.max(1, Math.round(down * ratio)),
    }
  })

  return {
    ...{ view, held, moved, screenDpi, fit, trueSize, toSheet, pinch },
    ...{ style, lies, seen, showed, moving },
  }
}

export type PaperView = ReturnType<typeof usePaperView>
