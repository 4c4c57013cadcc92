// Noting an act: in the transaction that does it on the device, so that neither is there without the other.
import { newId } from "@/documents/ids"
import type { Look, SheetDocument, SheetStroke } from "@/documents/sheet"
import { KIND } from "@/generated/layout"
import type {
  Act,
  KeptBrush,
  KeptSource,
  Store,
  StoredBrush,
  StoredCheckpoint,
  StoredLane,
  StoredRecipe,
  StoredRoll,
  StoredSheet,
  StoredStroke,
} from "./store"

/** What is marked on a brush beside its state. */
export type BrushMarks = Partial<Pick<StoredBrush, "favourite" | "usedAt" | "cover">>

export const NO_MARKS: Required<BrushMarks> = { favourite: false, usedAt: 0, cover: null }

/** A state that changes on is carried once it has stood for so long, ms. */
const REST = 500

type Body = Record<string, unknown>

/** Note an act for the carrier. Call it inside the transaction that changes the store; that must span `acts`. */
export async function note(store: Store, kind: string, thing: string, body: Body = {}): Promise<void> {
  await add(store, { kind, thing, body })
}

function add(store: Store, act: Pick<Act, "kind" | "thing" | "body"> & Partial<Act>): Promise<number> {
  return store.acts.add({ id: newId(), account: store.account, base: 0, at: Date.now(), ...act })
}

/**
 * Note the latest state of a thing, made from the one with the revision `base`. It takes the place of one that waits
 * and that nobody has sent yet: what came in between is of no use to anybody. `joined` makes one of both.
 */
async function noteLatest(
  store: Store,
  kind: string,
  thing: string,
  base: number,
  body: Body,
  joined: (waiting: Body) => Body = () => body,
): Promise<void> {
  const restsUntil = Date.now() + REST
  const last = await store.acts.where("thing").equals(thing).last()
  if (last?.kind === kind && !last.sent) {
    await store.acts.update(last.seq, { body: joined(last.body), restsUntil, at: Date.now() })
  } else await add(store, { kind, thing, base, body, restsUntil })
}

/** Note that a stroke is kept; the carrier writes its samples as base64. */
export function noteStroke(store: Store, stroke: StoredStroke): Promise<void> {
  const { erase, seed, brush = null, over = "", layer = 0, size = null, dries = false, samples } = stroke
  const told = { kind: KIND[stroke.kind], erase, seed, brush, over, layer, size, dries, samples }
  return note(store, "keepStroke", stroke.id, { ...told, drawn_at: stroke.drawnAt })
}

/** Note that a lane is kept with strokes. */
export function noteLane(store: Store, lane: StoredLane, strokes: string[]): Promise<void> {
  const { name, set: set_name, hidden, position } = lane
  return note(store, "keepLane", lane.id, { name, set_name, hidden, position, strokes })
}

/** Note that a roll is kept. */
export function noteRoll(store: Store, { id, name, place, note: words, tint }: StoredRoll): Promise<void> {
  return note(store, "keepRoll", id, { name, place, note: words, tint })
}

/** Note the pocket that a brush is in. */
export function notePlace(
  store: Store,
  { id, roll, place }: Pick<StoredBrush, "id" | "roll" | "place">,
): Promise<void> {
  return note(store, "placeBrush", id, { roll, place })
}

/** Note what was marked on a brush. */
export function noteMarks(store: Store, id: string, { favourite, usedAt, cover }: BrushMarks): Promise<void> {
  return note(store, "markBrush", id, { favourite, used_at: usedAt, cover })
}

/** Note that a checkpoint is kept. */
export function noteCheckpoint(store: Store, checkpoint: StoredCheckpoint): Promise<void> {
  const { id, brush, label, why, document, madeAt: made_at } = checkpoint
  return note(store, "keepCheckpoint", id, { brush, label, why, document, made_at })
}

/** Note that a brush is kept, made from its state with the revision `base`. */
export function noteBrush(store: Store, id: string, brush: KeptBrush, base: number): Promise<void> {
  const { roll, name, note: words, document, place, maker } = brush
  return noteLatest(store, "keepBrush", id, base, { roll, name, note: words, document, place, maker })
}

/** Note that a source is kept, made from its state with the revision `base`. */
export function noteSource(store: Store, id: string, source: KeptSource, base: number): Promise<void> {
  const { name, note: words, makes, recipe, picture, original, working } = source
  const body = { name, note: words, makes, recipe, picture, original, working }
  return noteLatest(store, "keepSource", id, base, body)
}

/** Note that steps are kept under a name. */
export function noteRecipe(store: Store, { id, name, steps }: StoredRecipe): Promise<void> {
  return note(store, "keepRecipe", id, { name, steps })
}

/** Note parts of a sheet that were changed; what is not told stays as it is. */
export function noteSheet(store: Store, id: string, parts: Partial<StoredSheet>): Promise<void> {
  const { name, note: words, document, usedAt } = parts
  const told = { name, note: words, document, used_at: usedAt }
  return noteLatest(store, "keepSheet", id, 0, told, (was) => ({
    name: name ?? was.name,
    note: words ?? was.note,
    document: document || was.document ? { ...(was.document as SheetDocument), ...document } : undefined,
    used_at: usedAt ?? was.used_at,
  }))
}

/** Note that a look is kept. */
export function noteLook(store: Store, { id, brush, name, document }: Look): Promise<void> {
  return note(store, "keepLook", id, { brush, name, document })
}

/** Note that a stroke of a sheet is kept. */
export function noteSheetStroke(store: Store, stroke: SheetStroke): Promise<void> {
  const { sheet, look, erase, seed, layer = 0, size = null, ink, opacity, dries = false, samples } = stroke
  const inked = { look, seed, layer, size, ink, opacity }
  const told = { sheet, kind: KIND[stroke.kind], erase, dries, samples, drawn_at: stroke.drawnAt }
  return note(store, "keepSheetStroke", stroke.id, { ...inked, ...told })
}
