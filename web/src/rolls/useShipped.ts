// The rolls that ship with Hollowmist: on this device once they were seen, to take from.
import { api, reach } from "@/api/client"
import { takeBrushes, type Offered } from "@/choosers/takeBrushes"
import type { Store } from "@/device/store"
import { useLive } from "@/device/useLive"
import { dequal } from "dequal"

export interface ShippedRoll {
  name: string
  brushes: Offered[]
}

const SHIPPED = "shipped rolls"

/** `open` goes to a brush that was taken. */
export function useShipped(store: Store, open: (brush: string) => unknown) {
  const shipped = useLive(() => store.mark<ShippedRoll[]>(SHIPPED, []), [] as ShippedRoll[])

  async function bring(): Promise<void> {
    const { data } = await reach(api.GET("/api/shipped-rolls"))
    const now = data as unknown as ShippedRoll[] | undefined
    if (!now || !store.isOpen()) return
    if (!dequal(now, await store.mark(SHIPPED, []))) await store.setMark(SHIPPED, now)
  }
  void bring()

  const take = (name: string, brushes: Offered[], into?: string) =>
    takeBrushes(store, name, brushes, open, into)
  return { shipped, take }
}
