// Pictures of brushes that were inked a while ago, by all that they come of: whoever comes back finds them at once.
import type { BrushDocument } from "@/documents/brush"
import type { PocketPicture, ShownOn } from "@/engine/pictures/pockets"

export interface Inking {
  which: PocketPicture | ShownOn
  document: BrushDocument
  /** Size, px of the picture. */
  across: number
  down: number
}

/** So much is kept, bytes of files: some thousand pockets. */
const MOST = 24_000_000

interface Kept {
  address: string
  bytes: number
}

const kept = new Map<string, Kept>()
let held = 0

function keyOf({ which, document, across, down }: Inking): string {
  // A stroke never changes: its id says which it is.
  const on =
    typeof which === "string" ? which : [which.strokes.map((one) => ("id" in one ? one.id : "")), which.room]
  return JSON.stringify([on, across, down, document])
}

const known = ({ which }: Inking) =>
  typeof which === "string" || which.strokes.every((one) => "id" in one && one.id)

/** The address of a picture as it was inked before, if it still is there. */
export function inkedBefore(inking: Inking): string | undefined {
  if (!known(inking)) return undefined
  const key = keyOf(inking)
  const found = kept.get(key)
  if (!found) return undefined
  // What is asked for last is let go of last.
  kept.delete(key)
  kept.set(key, found)
  return found.address
}

/**
 * Keep a picture that is inked whole; the ones that nobody asked for longest make room. Returns its address, or nothing
 * where it is not kept.
 */
export function keepInked(inking: Inking, file: Blob): string | undefined {
  if (!known(inking)) return undefined
  const key = keyOf(inking)
  const there = kept.get(key)
  if (there) return there.address
  const one = { address: URL.createObjectURL(file), bytes: file.size }
  kept.set(key, one)
  held += one.bytes
  for (const [oldest, { address, bytes }] of kept) {
    if (held <= MOST || address === one.address) break
    kept.delete(oldest)
    held -= bytes
    URL.revokeObjectURL(address)
  }
  return one.address
}
