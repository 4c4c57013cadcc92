// Places among others, as keys between keys: two devices that put things somewhere end with one order.
import { generateKeyBetween, generateNKeysBetween } from "fractional-indexing"

interface Placed {
  id: string
  place: string
}

/** Order of what has a place; devices that chose the same place agree by the id. */
export function byPlace(a: Placed, b: Placed): number {
  if (a.place !== b.place) return a.place < b.place ? -1 : 1
  return a.id < b.id ? -1 : 1
}

/** A place after one of some others, which are in order; after the last of them where that one is not among them. */
export function placeAfter(others: Placed[], id?: string): string {
  const before = others.find((one) => one.id === id) ?? others.at(-1)
  const next = before && others.find((one) => one.place > before.place)
  return generateKeyBetween(before?.place ?? null, next?.place ?? null)
}

/** A place that puts something at a position among some others, which are in order. */
export const placeAt = (others: Placed[], position: number): string => placesBetween(others, position, 1)[0]!

/** Places for `count` things that are put side by side at a position among some others, which are in order. */
export function placesBetween(others: Placed[], position: number, count: number): string[] {
  const before = others[position - 1]?.place ?? null
  const after = others.find((one) => before === null || one.place > before)?.place ?? null
  return generateNKeysBetween(before, position < others.length ? after : null, count)
}
