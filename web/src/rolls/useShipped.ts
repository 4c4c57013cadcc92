// The rolls that ship with Hollowmist: on this device once they were seen, to take from.
import { makeBrush } from "@/acts/keepBrush"
import { keepCheckpoint } from "@/acts/keepCheckpoint"
import { makeRoll } from "@/acts/keepRoll"
import { api, reach } from "@/api/client"
import type { Store } from "@/device/store"
import { useLive } from "@/device/useLive"
import type { BrushDocument } from "@/documents/brush"
import { notice } from "@/parts/notice"
import { dequal } from "dequal"

export interface ShippedBrush {
  name: string
  note: string
  document: BrushDocument
}
export interface ShippedRoll {
  name: string
  brushes: ShippedBrush[]
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

  /**
   * Take brushes as they ship: into a roll of one's own, else the one of that name, else a new one. The state they came
   * in stays.
   */
  function take(name: string, brushes: ShippedBrush[], into?: string): void {
    const done = (async () => {
      const wanted = into ? await store.rolls.get(into) : undefined
      const existing = wanted ?? (await store.rolls.filter((one) => one.name === name).first())
      const roll = existing?.id ?? (await makeRoll(store, { name }))
      let last = ""
      for (const { document, ...brush } of brushes) {
        const id = await makeBrush(store, { ...brush, roll, document: structuredClone(document) })
        last = id
        await keepCheckpoint(store, { brush: id, why: "first", document: structuredClone(document) })
      }
      const sentence =
        brushes.length === 1 ? `${brushes[0]!.name} is yours` : `${brushes.length} brushes are yours`
      notice(`${sentence}, in ${existing?.name ?? name}.`, {
        label: brushes.length === 1 ? "To its bench" : "To the last one's bench",
        act: () => void open(last),
      })
    })()
    void store.write(done)
  }

  return { shipped, take }
}
