// Strokes that brushes are shown on: those that lay ink, with the room that they need.
import { reachOf, type KeptStroke } from "@/documents/stroke"
import type { ShownOn } from "@/engine/pictures/pockets"

/** Room about the strokes, sheet px, and the most that a wide brush adds on each side. */
const ROOM = 6
const WIDEST = 60

/** Those of a sheet's strokes that lay ink. */
export const laying = (strokes: KeptStroke[]): KeptStroke[] =>
  strokes.filter((one) => !one.erase && !one.dries)

/** Strokes with room for a brush of a size, px; nothing where none lays ink. */
export function shownOn(strokes: KeptStroke[], size: number): ShownOn | undefined {
  const drawn = laying(strokes)
  const reach = reachOf(drawn)
  if (!reach) return undefined
  const { left, top, right, bottom } = reach
  const room = ROOM + Math.min(WIDEST, size / 2)
  return {
    strokes: drawn,
    room: { left: left - room, top: top - room, right: right + room, bottom: bottom + room },
  }
}
