// All kinds that this device holds, what lies in something after that.
import type { Act } from "../store"
import { brushes } from "./brushes"
import { checkpoints } from "./checkpoints"
import { actsOf, type Kind, type Row } from "./kind"
import { lanes } from "./lanes"
import { looks } from "./looks"
import { recipes } from "./recipes"
import { rolls } from "./rolls"
import { sheets } from "./sheets"
import { sheetStrokes } from "./sheetStrokes"
import { sources } from "./sources"
import { strokes } from "./strokes"

const asAny = <R extends Row>(kind: Kind<R>): Kind => kind as unknown as Kind

export const KINDS: readonly Kind[] = [
  ...[asAny(strokes), asAny(lanes), asAny(sources), asAny(recipes), asAny(rolls), asAny(brushes)],
  ...[asAny(checkpoints), asAny(sheets), asAny(looks), asAny(sheetStrokes)],
]

const BY_TABLE = new Map(KINDS.map((kind) => [kind.table, kind]))
const BY_ACT = new Map(KINDS.flatMap((kind) => actsOf(kind).map((name) => [name, kind] as const)))

/** A kind by its table; none where a newer server tells of one that is not known here. */
export const kindAt = (table: string): Kind | undefined => BY_TABLE.get(table)

/** The kind that an act changes; none where it changes the account itself. */
export const changes = (act: string): Kind | undefined => BY_ACT.get(act)

/** The kinds whose things lie in one of another kind. */
export const within = (kind: Kind): Kind[] => KINDS.filter((one) => one.parent?.table === kind.table)

/** Whether an act keeps a state of a document: the next one is made from what it is answered with. */
export function keepsDocument(act: string): boolean {
  const kind = changes(act)
  return kind?.merge === "document" && kind.acts.keep === act
}

/** What must be there before an act can be done. */
export function neededBy({ kind, body }: Pick<Act, "kind" | "body">): string[] {
  const needs = changes(kind)?.needs?.(body) ?? []
  return needs.filter((one): one is string => typeof one === "string")
}
