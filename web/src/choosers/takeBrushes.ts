// Brushes that come from elsewhere: into a roll of one's own, with the state that they came in.
import { t } from "@/words"
import { makeBrush } from "@/acts/keepBrush"
import { keepCheckpoint } from "@/acts/keepCheckpoint"
import { makeRoll } from "@/acts/keepRoll"
import type { Store } from "@/device/store"
import type { BrushDocument } from "@/documents/brush"
import { notice } from "@/parts/notice"

export interface Offered {
  name: string
  note: string
  document: BrushDocument
}

/**
 * Take brushes into a roll of one's own (`into`), else the one of that name, else a new one. The state they came in
 * stays. `open` goes to a brush that was taken.
 */
export function takeBrushes(
  store: Store,
  name: string,
  brushes: Offered[],
  open: (brush: string) => unknown,
  into?: string,
): void {
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
      brushes.length === 1
        ? t("choosers.is-yours", { name: brushes[0]!.name })
        : t("choosers.brushes-are-yours", { count: brushes.length })
    notice(t("choosers.in", { sentence, name: existing?.name ?? name }), {
      label: brushes.length === 1 ? t("choosers.to-its-bench") : t("choosers.to-the-last-ones-bench"),
      act: () => void open(last),
    })
  })()
  void store.write(done)
}
