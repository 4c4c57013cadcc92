// A written line as strokes, each with chance of its own.
import { newId } from "@/documents/ids"
import type { KeptStroke } from "@/documents/stroke"
import type { WrittenLine } from "@/engine/questions/words"

const MOST_SEED = 2 ** 31 - 1

export function writtenStrokes({ strokes }: WrittenLine, seed: number): KeptStroke[] {
  return strokes.map((samples, i) => ({
    id: newId(),
    kind: "pen",
    erase: false,
    seed: (seed + i * 7919) % MOST_SEED,
    samples,
  }))
}
