// The strokes, the size and the ink that a person likes to see brushes in, wherever they show in pockets.
import { createSharedComposable, useEventListener } from "@vueuse/core"
import { computed, shallowRef, watch } from "vue"
import { presentStore } from "@/device/useDevice"
import { useSession } from "@/device/useSession"
import type { BrushDocument } from "@/documents/brush"
import type { KeptStroke } from "@/documents/stroke"
import { useLanes, type Lane } from "@/engine/page/useLanes"
import { ownLanes } from "./ownLanes"

export interface PocketWish {
  /** Key of a lane; the upright stroke where it is empty. */
  lane: string
  /** px; the brush's own where there is none. */
  size: number | null
  /** Hex; the brush's own where it is empty. */
  ink: string
}

export const NO_WISH: PocketWish = { lane: "", size: null, ink: "" }

/** A brush in the size and the ink that are wished. */
export function asWished(brush: BrushDocument, { size, ink }: PocketWish): BrushDocument {
  if (size === null && !ink) return brush
  return { ...brush, ...(size !== null && { size }), ...(ink && { ink }) }
}

export const usePocketWish = createSharedComposable(() => {
  const session = useSession()
  const shipped = useLanes()
  const wish = computed((): PocketWish => ({
    ...NO_WISH,
    ...(session.account?.pockets as Partial<PocketWish> | undefined),
  }))
  const own = shallowRef<Lane>()
  const strokes = computed((): KeptStroke[] | undefined => {
    const { lane } = wish.value
    if (!lane) return undefined
    return (shipped.lanes.value.find(({ key }) => key === lane) ?? own.value)?.strokes
  })

  /** One of the person's own lanes may be changed meanwhile: it is read when it is asked for, and on coming back. */
  async function look(): Promise<void> {
    const { lane } = wish.value
    if (!lane || !presentStore.value) return
    void shipped.open()
    own.value = (await ownLanes(presentStore.value)).find(({ key }) => key === lane)
  }

  watch([() => wish.value.lane, presentStore], look, { immediate: true })
  useEventListener(document, "visibilitychange", () => void look())
  return { wish, strokes }
})
