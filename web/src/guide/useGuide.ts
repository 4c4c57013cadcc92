// The brushes of the guide as they are inked here: the sources that they name are those that ship.
import { computed } from "vue"
import type { BrushDocument } from "@/documents/brush"
import { useLanes } from "@/engine/page/useLanes"
import { useSources } from "@/pictures/useSources"
import { brushOf, type Shown } from "./pages"

export function useGuide() {
  const { sources, opened, open } = useSources()
  const lanes = useLanes()
  const shipped = computed(
    () =>
      new Map(
        sources.value
          .filter((one) => one.shipped)
          .map(({ name, picture, id }) => [name, { picture, source: id }]),
      ),
  )
  void open()
  void lanes.open()

  const documentOf = ({ told }: Shown): BrushDocument | undefined =>
    brushOf(told, (name) => shipped.value.get(name))
  const strokesOf = ({ lane }: Shown) => lanes.lanes.value.find(({ key }) => key === lane)?.strokes ?? []
  /** Whether a source of it is not on this device, and not because it is still looked for. */
  const lacks = (shown: Shown) => opened.value && !documentOf(shown)
  return { documentOf, strokesOf, lacks }
}
