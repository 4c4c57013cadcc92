// The brushes that the core proposes for a source.
import type { BrushDocument } from "@/documents/brush"
import type { Makes } from "@/documents/recipe"
import { ANY_PICTURE, ANY_SOURCE, ANY_TEXTURE, PROPOSALS, TEXTURE } from "@/generated/layout"

interface Known {
  name: string
  picture: string
  shipped?: boolean
}

/** A brush from a source, and three variations of it; `known` are the sources of which one is the texture. */
export function proposalsOf(
  { id, picture }: { id: string; picture: string },
  as: Makes,
  known: Known[],
): { label: string; document: BrushDocument }[] {
  const texture = known.find((one) => one.shipped && one.name === TEXTURE)?.picture ?? picture
  const given = { [ANY_PICTURE]: picture, [ANY_SOURCE]: id, [ANY_TEXTURE]: texture }
  let written = JSON.stringify(PROPOSALS[as])
  for (const [any, mine] of Object.entries(given)) written = written.replaceAll(any, mine)
  return JSON.parse(written) as { label: string; document: BrushDocument }[]
}
