// What is in hand on this page: a stroke, a file being written, a pack being read, a fitting. Nothing from outside ends
// it: neither a renewal nor another page that wants the store.
const held = new Set<symbol>()
const waiting = new Set<() => void>()

export const handsFree = (): boolean => held.size === 0

/** Take something in hand; returns how to let go of it. */
export function takeInHand(): () => void {
  const mine = Symbol("in hand")
  held.add(mine)
  return () => {
    held.delete(mine)
    if (!handsFree()) return
    const heard = [...waiting]
    waiting.clear()
    heard.forEach((go) => go())
  }
}

/** Until nothing is in hand. */
export function whenHandsFree(): Promise<void> {
  return handsFree() ? Promise.resolve() : new Promise((go) => waiting.add(go))
}

/** Do what takes a while; it is in hand meanwhile. */
export async function inHand<T>(work: () => Promise<T>): Promise<T> {
  const letGo = takeInHand()
  try {
    return await work()
  } finally {
    letGo()
  }
}
