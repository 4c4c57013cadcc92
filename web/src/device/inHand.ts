// What is in hand on this page: a stroke, a file being written, a pack being read, a fitting. Nothing from outside ends
// it: neither a renewal nor another page that wants the store.
type InHand = "stroke" | "work"

const held = new Map<symbol, InHand>()
/** Who waits, and for what. */
const waiting = new Map<() => void, () => boolean>()

export const handsFree = (): boolean => held.size === 0
const penIsUp = (): boolean => ![...held.values()].includes("stroke")

/** Take something in hand; returns how to let go of it. */
export function takeInHand(what: InHand = "work"): () => void {
  const mine = Symbol(what)
  held.set(mine, what)
  return () => {
    held.delete(mine)
    for (const [go, holds] of [...waiting]) {
      if (!holds()) continue
      waiting.delete(go)
      go()
    }
  }
}

const until = (holds: () => boolean): Promise<void> =>
  holds() ? Promise.resolve() : new Promise((go) => void waiting.set(go, holds))

/** Until nothing is in hand. */
export const whenHandsFree = (): Promise<void> => until(handsFree)

/** Until no stroke is: what would hold up the pen is done after that. */
export const whenPenIsUp = (): Promise<void> => until(penIsUp)

/** Do what takes a while; it is in hand meanwhile. */
export async function inHand<T>(work: () => Promise<T>): Promise<T> {
  const letGo = takeInHand()
  try {
    return await work()
  } finally {
    letGo()
  }
}
