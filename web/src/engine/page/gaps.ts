// How long it takes from a change of the brush to the stroke in hand inked with it.

const MOST = 1000

/** Changes that are not inked yet, and when each was made. */
const changed = new Map<number, number>()
const gaps: number[] = []

export function noteChange(edit: number): void {
  changed.set(edit, performance.now())
}

/** All changes up to one are inked now. */
export function noteInked(edit: number): void {
  for (const [one, at] of changed) {
    if (one > edit) continue
    if (gaps.length < MOST) gaps.push(performance.now() - at)
    changed.delete(one)
  }
}

/** Those since the last call, ms. */
export const takeGaps = (): number[] => gaps.splice(0)
