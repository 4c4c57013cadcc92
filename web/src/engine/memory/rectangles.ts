// Rectangles of a sheet, device px.
import type { Rectangle } from "@/documents/stroke"

export const NOWHERE: Rectangle = { left: 0, top: 0, right: 0, bottom: 0 }

/** The smallest rectangle that holds both; an empty one adds nothing. */
export function union(a: Rectangle, b: Rectangle | undefined): Rectangle {
  if (!b || b.left >= b.right) return a
  if (a.left >= a.right) return b
  return {
    left: Math.min(a.left, b.left),
    top: Math.min(a.top, b.top),
    right: Math.max(a.right, b.right),
    bottom: Math.max(a.bottom, b.bottom),
  }
}

export const touches = (a: Rectangle, b: Rectangle): boolean =>
  a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom

/** A rectangle with as many px more on all sides. */
export function grown({ left, top, right, bottom }: Rectangle, by: number): Rectangle {
  return { left: left - by, top: top - by, right: right + by, bottom: bottom + by }
}

/** A rectangle moved by so many px. */
export function moved({ left, top, right, bottom }: Rectangle, x: number, y: number): Rectangle {
  return { left: left + x, top: top + y, right: right + x, bottom: bottom + y }
}
