// What is drawn on lies still: whatever would move it waits until the strokes under way are kept.
import { watch, type Ref } from "vue"

/** Returns what moves it: at once, or with all else that waits, the last of a kind last. */
export function useLyingStill(underWay: Ref<number>): (move: () => void) => void {
  let waiting: (() => void)[] = []
  watch(underWay, (count) => {
    if (count > 0) return
    const moves = waiting
    waiting = []
    moves.forEach((move) => move())
  })
  return (move) => {
    if (underWay.value === 0) return move()
    waiting.push(move)
  }
}
