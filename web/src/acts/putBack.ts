// What was taken away on another device while something of this one was done to it: put it back with all that waits for
// that, or let go of it.
import type { Table } from "dexie"
import { drop } from "@/device/changes"
import { note } from "@/device/note"
import type { Store } from "@/device/store"
import { doWhatIsBack, dropHeld, standAnew } from "@/device/stuck"
import { kindAt, within } from "@/device/tables"
import type { Kept, Kind } from "@/device/tables/kind"

interface Lying {
  kind: Kind
  row: Kept
}

const rowsOf = (store: Store, kind: Kind) => store.table(kind.table) as Table<Kept, string>

/** A thing and what it lies in, as far as they are gone: the outermost first. */
async function goneAt(store: Store, table: string, id: string): Promise<Lying[]> {
  const kind = kindAt(table)
  const row = kind && (await rowsOf(store, kind).get(id))
  if (!kind || !row) return []
  const { parent } = kind
  const above = parent ? await goneAt(store, parent.table, row[parent.field as keyof Kept] as string) : []
  return row.gone ? [...above, { kind, row }] : above
}

/** Note a thing with all that lies in it, as this device has it: the server has let go of them for good. */
async function keepWhole(store: Store, kind: Kind, row: Kept): Promise<void> {
  await kind.keep(store, row, 0)
  for (const inner of within(kind)) {
    const lying = await rowsOf(store, inner).where(inner.parent!.field).equals(row.id).toArray()
    for (const one of lying) await keepWhole(store, inner, one)
  }
}

/** Put a thing back that is gone elsewhere, and what it lies in; then all is done that waited for it. */
export function putBack(store: Store, table: string, id: string): Promise<void> {
  return store.transaction("rw", store.held, async () => {
    const gone = await goneAt(store, table, id)
    for (const { kind, row } of gone) {
      const forGood = row.gone === "for good"
      const back: Kept = { ...row, ...(forGood && kind.merge === "document" && { revision: 0 }) }
      delete back.gone
      await rowsOf(store, kind).put(back)
      if (kind.acts.back) await note(store, kind.acts.back, row.id)
      if (forGood) await keepWhole(store, kind, back)
      else if (kind.merge === "document") await kind.keep(store, back, back.revision)
    }
    await doWhatIsBack(store, new Set(gone.map(({ row }) => row.id)))
  })
}

/** Let go of a thing that is gone elsewhere, with all that this device would have done to it. */
export function letGoOf(store: Store, table: string, id: string): Promise<void> {
  return store.transaction("rw", store.held, async () => {
    const kind = kindAt(table)
    if (!kind) return
    await drop(store, kind, id)
    await dropHeld(store, new Set([id]))
    await standAnew(store)
  })
}
