// What a kind of thing is to this device, told once: all that carries, takes in, puts back or lets go loops over it.
import type { Act, Store } from "../store"

/**
 * How what two devices did comes together: `document` by revision, both states kept until the person chooses; `set` one
 * by one, taking away wins; `last` the later act.
 */
export type Merge = "document" | "set" | "last"

/** It was taken away elsewhere while something of this device waits; `for good` where only this device can bring it. */
export type Gone = boolean | "for good"

export type Body = Record<string, unknown>
export type ServerRow = Record<string, unknown>

export interface Row {
  id: string
  gone?: Gone
}

/** What every kept document has beside what it holds. */
export interface Kept extends Row {
  revision: number
  /** When it was kept, ms since 1970. */
  keptAt: number
  /** What another device made of it meanwhile: both stay until the person has chosen. */
  theirs?: unknown
}

export interface Kind<R extends Row = Row> {
  /** Its table in the store, and the table's keys. */
  table: string
  keys: string
  merge: Merge
  /** What it lies in: the table of that, and the field of a row that names it. */
  parent?: { table: string; field: keyof R & string }
  /** The acts that change it: one keeps it, one takes it away, one puts it back. */
  acts: { keep: string; back?: string; others?: readonly string[] }
  /** Things that must be there before an act can be done. */
  needs?: (body: Body) => (string | undefined)[]
  /** A row as the server tells it. */
  read: (id: string, row: ServerRow) => R
  /** Note all of a row as this device has it, for a server that lacks it or has it older; `base` is what that has. */
  keep: (store: Store, row: R, base: number) => Promise<void>
  /** Digests of the pictures that a row shows. */
  pictures?: (row: R) => (string | null | undefined)[]
}

/** All acts that change a kind. */
export const actsOf = ({ acts: { keep, back, others = [] } }: Kind): string[] => [
  keep,
  ...(back ? [back] : []),
  ...others,
]

/** The fields that a document is told with, by the names that it has here. */
export function readDocument<K>(row: ServerRow): K {
  const { kept_at: keptAt, used_at: usedAt, ...document } = row
  return { ...document, keptAt, ...(usedAt !== undefined && { usedAt }) } as K
}

/** Things that an act changes beside the one that it is about. */
const listed = ({ strokes = [], inked = [] }: Body): string[] => [
  ...(strokes as string[]),
  ...(inked as { id: string }[]).map(({ id }) => id),
]

/** What an act changes. */
export const changedBy = ({ thing, body }: Pick<Act, "thing" | "body">): string[] => [thing, ...listed(body)]

/** All digests that an act's body names. */
export function digestsIn(body: Body): string[] {
  const plain = Object.entries(body).filter(([, value]) => !ArrayBuffer.isView(value))
  return [...new Set(JSON.stringify(Object.fromEntries(plain)).match(/\b[0-9a-f]{64}\b/g) ?? [])]
}
