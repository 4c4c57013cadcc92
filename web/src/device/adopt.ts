// What waited on this device before it had a store of its own becomes acts like all others.
import { outbox, type StoredStroke as Waiting } from "./outbox"
import { liveQuery } from "dexie"
import { NO_MARKS, note, noteBrush, noteLane, noteSource, noteStroke } from "./note"
import type { Store, StoredStroke } from "./store"

const kept = (one: Waiting, drawnAt: number, lane: string | null = null): StoredStroke => {
  const { id, kind, erase, seed, brush, over, layer, size, dries, samples } = one
  return { id, kind, erase, seed, brush, over, layer, size, dries, samples, drawnAt, lane }
}

/** Take over what waits for an account, by its name, oldest first. */
export async function adopt(store: Store, username: string): Promise<void> {
  const db = await outbox()
  const strokes = (await db.getAll("strokes")).filter((one) => one.account === username)
  const lanes = (await db.getAll("lanes")).filter((one) => one.account === username)
  const acts = [...strokes, ...lanes].sort((a, b) => a.at - b.at)
  if (acts.length === 0) return
  await store.transaction("rw", store.strokes, store.lanes, store.acts, async () => {
    for (const act of acts) {
      if (!("strokes" in act)) {
        if (act.act === "delete") await note(store, "takeStrokes", act.id, { strokes: [act.id] })
        else {
          await store.strokes.put(kept(act, act.drawnAt))
          await noteStroke(store, kept(act, act.drawnAt))
        }
      } else if (act.act === "keep") {
        const { id, name, set, hidden, position } = act
        await store.lanes.put({ id, name, set, hidden, position })
        await store.strokes.bulkPut(act.strokes.map((one, i) => kept(one, act.at + i, id)))
        await noteLane(
          store,
          act,
          act.strokes.map((one) => one.id),
        )
      } else await note(store, act.act === "apart" ? "takeLaneApart" : "deleteLane", act.id)
    }
  })
  // Only once they are safe in the one place are they let go of in the other.
  for (const { id } of strokes) await db.delete("strokes", id)
  for (const { id } of lanes) await db.delete("lanes", id)
}

/** Take over the brushes that wait for an account, once it is known here in which pockets they are. */
export async function adoptBrushes(store: Store, username: string): Promise<void> {
  const db = await outbox()
  const brushes = (await db.getAll("brushes")).filter((one) => one.account === username)
  if (brushes.length === 0) return
  await looked(store)
  const rolls = await store.rolls.toArray()
  for (const { id, name, note: words, document, revision } of brushes) {
    await store.transaction("rw", store.brushes, store.acts, async () => {
      const standing = await store.brushes.get(id)
      const mine = { id, name, note: words, document, revision }
      if (standing) {
        await store.brushes.put({ ...standing, ...mine })
        await noteBrush(store, id, { ...standing, ...mine }, revision)
      } else if (rolls[0]) {
        const pocket = { roll: rolls[0].id, place: "a0" }
        await store.brushes.put({ ...mine, ...pocket, ...NO_MARKS, keptAt: Date.now(), gone: true })
      }
    })
    await db.delete("brushes", id)
  }
}

/** Take over the states of sources that wait for an account, made from what the server had then. */
export async function adoptSources(store: Store, username: string): Promise<void> {
  const db = await outbox()
  const sources = (await db.getAll("sources")).filter((one) => one.account === username)
  if (sources.length === 0) return
  await looked(store)
  for (const { id, name, note: words, makes, recipe, revision } of sources) {
    await store.transaction("rw", store.sources, store.acts, async () => {
      const standing = await store.sources.get(id)
      if (!standing) return
      const mine = { ...standing, name, note: words, makes, recipe, revision }
      await store.sources.put(mine)
      await noteSource(store, id, mine, revision)
    })
    // One that was deleted elsewhere cannot be put back from a state alone: it stays where it waits.
    if (await store.sources.get(id)) await db.delete("sources", id)
  }
}

/** Resolves once all that the server has of the account is here. */
function looked(store: Store): Promise<void> {
  return new Promise((go) => {
    const subscription = liveQuery(() => store.mark("looked", "")).subscribe((mark) => {
      if (!mark) return
      go()
      subscription.unsubscribe()
    })
  })
}
