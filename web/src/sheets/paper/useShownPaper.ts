// What the canvas shows of a sheet: fingers move it as it is, and once they rest, or paper comes in sight that it does not
// show, the engine is asked for another one.
import { useTimeoutFn } from "@vueuse/core"
import { dequal } from "dequal"
import { computed, shallowRef, watch, type Ref } from "vue"
import type { View } from "@/engine/easel/screen"
import { boxOf, cornerOf, movedTo, turnedBy, type Laid } from "./laid"

/** Fingers that rest for so long, ms, have the paper shown as it is then. */
const REST = 100

/**
 * `laid` is how the sheet lies now, `toSheet` brings a place in the room to it, `size` is its size, px, and `moving`
 * whether fingers moved it since it was shown anew.
 */
export function useShownPaper(
  laid: () => Laid,
  toSheet: (x: number, y: number) => [number, number],
  size: Ref<{ width: number; height: number } | undefined>,
  moving: Ref<boolean>,
) {
  const ratio = window.devicePixelRatio || 1
  /** What the engine was asked for last, and what the canvas shows. */
  const asked = shallowRef<Laid>(laid())
  const shown = shallowRef<Laid>(asked.value)
  let coming = false
  const rest = useTimeoutFn(ask, REST, { immediate: false })

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
    const { width, height } = laid()
    const { across, down } = boxOf(there)
    const far = (from: number, to: number, room: number) => Math.abs(from - to) * there.zoom > room / 2 + 1
    return [0, width].some((roomX) =>
      [0, height].some((roomY) => {
        const [x, y] = toSheet(roomX, roomY)
        const [inX, inY] = [Math.min(paper.width, Math.max(0, x)), Math.min(paper.height, Math.max(0, y))]
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
    const now = laid()
    return {
      width: `${across}px`,
      height: `${down}px`,
      left: `${(now.width - across) / 2}px`,
      top: `${(now.height - down) / 2}px`,
      transform: moving.value ? movedTo(now, shown.value) : turnedBy(now),
    }
  })

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

  return { style, lies, seen, showed }
}
