// What is done with any document that is kept by revision: a state kept, and a choice made between two.
import type { Kept } from "@/device/tables/kind"
import type { EntityTable } from "dexie"
import type { Store } from "@/device/store"

export interface DocumentKind<Row extends Kept> {
  table: (store: Store) => EntityTable<Row, "id">
  /** Notes that a state is kept, made from the one with the revision `base`. */
  note: (store: Store, id: string, row: Row, base: number) => Promise<void>
}

export function documentActs<Row extends Kept>({ table, note }: DocumentKind<Row>) {
  const within = <T>(store: Store, act: () => Promise<T>): Promise<T> => store.doing([table(store)], act)
  const find = (store: Store, id: string) => table(store).get(id as never) as Promise<Row | undefined>

  /** Keep a state. Where it waits for a choice, that is what is carried. */
  function keep(store: Store, row: Row): Promise<void> {
    return within(store, async () => {
      await table(store).put(row)
      if (!row.theirs && !row.gone) await note(store, row.id, row, row.revision)
    })
  }

  /** Change parts of a document, as it now stands. */
  function change(store: Store, id: string, parts: Partial<Row>): Promise<void> {
    return within(store, async () => {
      const row = await find(store, id)
      if (row) await keep(store, { ...row, ...parts })
    })
  }

  /** Keep a state over another one, whose revision is `base`. */
  async function keepOver(store: Store, row: Row, base: number): Promise<void> {
    const mine: Row = { ...row, revision: base }
    delete mine.theirs
    delete mine.gone
    await table(store).put(mine)
    await note(store, row.id, mine, base)
  }

  /** Let this device's state stand over the other's. */
  function keepMine(store: Store, id: string): Promise<void> {
    return within(store, async () => {
      const row = await find(store, id)
      if (row?.theirs) await keepOver(store, row, (row.theirs as Kept).revision)
    })
  }

  /** Let the other device's state stand; returns it. */
  function takeTheirs(store: Store, id: string): Promise<Row["theirs"]> {
    return within(store, async () => {
      const theirs = (await find(store, id))?.theirs
      if (theirs) await table(store).put({ ...(theirs as Row), id })
      return theirs
    })
  }

  return { within, keep, change, keepMine, takeTheirs }
}
