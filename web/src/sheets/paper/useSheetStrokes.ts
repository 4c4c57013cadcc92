// The strokes of a sheet: in the store, on the screen, and what other tabs and devices make of them.
import { inkedKey, type Inked, type Look, type SheetStroke } from "@/documents/sheet"
import { shallowRef } from "vue"
import { inkStrokes, keepSheetStrokes, putSheetStrokesBack, takeSheetStrokes } from "@/acts/sheetStrokes"
import type { Store } from "@/device/store"
import { useChanges, type Keys } from "@/device/useLive"
import type { SheetChange } from "@/engine/easel/sheetEasel"

export type InkedStroke = { id: string } & Inked

/** How a stroke is inked now, to be put back. */
export const inkedOf = ({
  id,
  look,
  seed,
  size = null,
  ink,
  opacity,
  layer = 0,
}: SheetStroke): InkedStroke => ({
  ...{ id, look, seed, size, ink, opacity, layer },
})

/** `tell` hears what changed on the screen. */
export function useSheetStrokes(store: Store, sheet: string, tell: (change: SheetChange) => void) {
  const strokes = shallowRef(new Map<string, SheetStroke>())
  let last = 0

  function show(put: SheetStroke[], take: string[] = []): void {
    const next = new Map(strokes.value)
    for (const id of take) next.delete(id)
    for (const one of put) next.set(one.id, one)
    strokes.value = next
  }

  /** What came, went or was inked otherwise elsewhere. Samples never change: only what is new is read whole. */
  async function changed(keys: Keys): Promise<{ put: SheetStroke[]; take: string[] }> {
    const known = strokes.value
    const ids = keys ?? (await otherIds())
    const rows = await store.sheetStrokes.bulkGet(ids)
    const there = (i: number) => (rows[i]?.sheet === sheet ? rows[i] : undefined)
    return {
      put: ids.flatMap((id, i) => {
        const [row, was] = [there(i), known.get(id)]
        return row && (!was || inkedKey(was) !== inkedKey(row)) ? [row] : []
      }),
      take: ids.filter((id, i) => known.has(id) && !there(i)),
    }
  }

  /** The strokes that lie here otherwise than in the store: all keys are walked. */
  async function otherIds(): Promise<string[]> {
    const known = strokes.value
    const found = new Map<string, string>()
    await store.sheetStrokes
      .where("[sheet+inked]")
      .between([sheet, ""], [sheet, "\uffff"])
      .eachKey((key, { primaryKey }) => void found.set(primaryKey, (key as unknown as string[])[1]!))
    const gone = [...known.keys()].filter((id) => !found.has(id))
    const other = [...found].filter(([id, inked]) => !known.has(id) || inkedKey(known.get(id)!) !== inked)
    return [...gone, ...other.map(([id]) => id)]
  }

  const begin = useChanges(store, "sheetStrokes", changed, ({ put, take }) => {
    if (put.length + take.length === 0) return
    show(put, take)
    tell({ put, take })
  })

  async function open(): Promise<void> {
    const all = await store.sheetStrokes.where("sheet").equals(sheet).toArray()
    all.sort((a, b) => a.drawnAt - b.drawnAt)
    show(all)
    last = all.at(-1)?.drawnAt ?? 0
    begin()
  }

  /** When a stroke that begins now is drawn: after all others, whatever the clock says. */
  function nextMoment(): number {
    last = Math.max(Date.now(), last + 1)
    return last
  }

  function add(added: SheetStroke[], looks: Look[] = []): void {
    show(added)
    void store.write(keepSheetStrokes(store, added, looks))
  }

  function remove(gone: SheetStroke[]): void {
    if (gone.length === 0) return
    const ids = gone.map((one) => one.id)
    show([], ids)
    tell({ take: ids })
    void store.write(takeSheetStrokes(store, ids))
  }

  function putBack(back: SheetStroke[]): void {
    if (back.length === 0) return
    show(back)
    tell({ put: back })
    void store.write(putSheetStrokesBack(store, back))
  }

  function ink(inked: InkedStroke[], looks: Look[] = []): void {
    const now = inked.flatMap((one) => {
      const there = strokes.value.get(one.id)
      return there ? [{ ...there, ...one }] : []
    })
    if (now.length === 0) return
    show(now)
    tell({ inked })
    void store.write(inkStrokes(store, inked, looks))
  }

  return { strokes, open, nextMoment, add, remove, putBack, ink }
}
