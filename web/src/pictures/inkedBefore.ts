// Pictures of brushes that were inked a while ago, by all that they come of: whoever comes back finds them at once.
import type { BrushDocument } from "@/documents/brush"
import type { PocketPicture, ShownOn } from "@/engine/pockets"

export interface Inking {
  which: PocketPicture | ShownOn
  document: BrushDocument
  /** Size, px of the picture. */
  across: number
  down: number
}

/** So much is kept, pixels of four bytes: about four screens of pockets. */
const MOST = 10_000_000

const kept = new Map<string, ImageBitmap>()
let held = 0

function keyOf({ which, document, across, down }: Inking): string {
  // A stroke never changes: its id says which it is.
  const on =
    typeof which === "string" ? which : [which.strokes.map((one) => ("id" in one ? one.id : "")), which.room]
  return JSON.stringify([on, across, down, document])
}

const known = ({ which }: Inking) =>
  typeof which === "string" || which.strokes.every((one) => "id" in one && one.id)

/** The picture as it was inked before, if it still is there. */
export function inkedBefore(inking: Inking): ImageBitmap | undefined {
  if (!known(inking)) return undefined
  const key = keyOf(inking)
  const found = kept.get(key)
  if (!found) return undefined
  // What is asked for last is let go of last.
  kept.delete(key)
  kept.set(key, found)
  return found
}

/** Keep a picture that is inked whole; the ones that nobody asked for longest make room. Returns whether it is kept. */
export function keepInked(inking: Inking, picture: ImageBitmap): boolean {
  if (!known(inking)) return false
  const key = keyOf(inking)
  if (kept.has(key)) return false
  kept.set(key, picture)
  held += picture.width * picture.height
  for (const [oldest, one] of kept) {
    if (held <= MOST) break
    kept.delete(oldest)
    held -= one.width * one.height
    one.close()
  }
  return true
}
