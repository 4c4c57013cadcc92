// Strokes as the API carries them.
import type { KeptStroke } from "@/engine/desk"
import type { components } from "@/generated/api"
import type { Kind } from "@/engine/sheet"
import { KIND } from "@/generated/layout"

const KINDS = Object.entries(KIND) as [Kind, number][]

function fromBase64(text: string): Float32Array<ArrayBuffer> {
  return new Float32Array(Uint8Array.from(atob(text), (c) => c.charCodeAt(0)).buffer)
}

export function toBase64(samples: Float32Array<ArrayBuffer>): string {
  const bytes = new Uint8Array(samples.buffer, samples.byteOffset, samples.byteLength)
  let text = ""
  for (let i = 0; i < bytes.length; i += 32768) text += String.fromCharCode(...bytes.subarray(i, i + 32768))
  return btoa(text)
}

/** A stroke as the API sends it. */
export function strokeFrom(sent: components["schemas"]["ProofStroke"]): KeptStroke {
  return {
    id: sent.id,
    kind: KINDS.find(([, number]) => number === sent.kind)![0],
    erase: sent.erase ?? false,
    seed: sent.seed,
    brush: sent.brush,
    over: sent.over,
    layer: sent.layer,
    size: sent.size,
    dries: sent.dries,
    samples: fromBase64(sent.samples),
  }
}
