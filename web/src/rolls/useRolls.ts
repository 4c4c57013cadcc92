// The account's rolls, and what people do with them and with the brushes in them.
import { t } from "@/words"
import type { BrushMarks, StoredBrush } from "@/device/tables/brushes"
import type { StoredRoll } from "@/device/tables/rolls"
import { changeBrush, makeBrush } from "@/acts/keepBrush"
import { changeRoll, makeRoll, moveRoll, putRollBack, takeRoll } from "@/acts/keepRoll"
import { markBrush, placeBack, placeBrushes, type Pocket } from "@/acts/placeBrush"
import { putBrushBack, takeBrush } from "@/acts/takeBrush"
import type { Store } from "@/device/store"
import { useRollList, type FilledRoll } from "@/device/useRollList"
import type { BrushDocument } from "@/documents/brush"
import { copyName } from "@/documents/names"
import { DEFAULT_BRUSH } from "@/generated/layout"
import { notice } from "@/parts/notice"
import type { Ref } from "vue"

/** "Rope Ribbon", or "3 brushes". */
export const calledOf = (brushes: { name: string }[]): string =>
  brushes.length === 1 ? brushes[0]!.name : t("rolls.brushes-2", { count: brushes.length })

/** Brushes that are copied and put into other pockets. */
function useBrushMoves(store: Store, rolls: Ref<FilledRoll[]>) {
  const rollOf = (id: string) => rolls.value.find((one) => one.id === id)

  /** Put copies of brushes into a roll, side by side; returns their ids. */
  async function copy(brushes: StoredBrush[], pocket: Pocket): Promise<string[]> {
    const taken = (rollOf(pocket.roll)?.brushes ?? []).map((one) => one.name)
    const made: string[] = []
    for (const brush of brushes) {
      const name = taken.includes(brush.name) ? copyName(brush.name, taken) : brush.name
      taken.push(name)
      made.push(await makeBrush(store, { ...brush, name, roll: pocket.roll }))
    }
    await placeBrushes(store, made, pocket)
    return made
  }

  function duplicate(brushes: StoredBrush[]): void {
    const [last] = brushes.slice(-1)
    const roll = last && rollOf(last.roll)
    if (!roll) return
    const after = roll.brushes[roll.brushes.findIndex((one) => one.id === last.id) + 1]
    const done = copy(brushes, { roll: roll.id, before: after?.id }).then(async ([first]) => {
      const name = (await store.brushes.get(first!))?.name
      notice(
        brushes.length === 1
          ? t("rolls.is-a-copy-of", { name, of: last.name })
          : t("rolls.brushes-copied", { count: brushes.length }),
      )
    })
    void store.write(done)
  }

  /** Put brushes, or copies of them, into a roll. */
  function put(brushes: StoredBrush[], pocket: Pocket, copies: boolean): void {
    const into = rollOf(pocket.roll)
    if (!into || brushes.length === 0) return
    const ids = brushes.map((one) => one.id)
    if (copies) {
      const undo = (made: string[]) => ({
        label: t("rolls.take-it-back"),
        act: () => made.forEach((id) => void store.write(takeBrush(store, id))),
      })
      const sentence = t("rolls.copied-into", { brushes: calledOf(brushes), name: into.name })
      void store.write(copy(brushes, pocket).then((made) => notice(sentence, undo(made))))
      return
    }
    show(brushes, pocket)
    const elsewhere = brushes.some((one) => one.roll !== pocket.roll)
    const done = placeBrushes(store, ids, pocket).then((before) => {
      const act = () => void store.write(placeBack(store, before))
      if (elsewhere)
        notice(t("rolls.moved-into", { brushes: calledOf(brushes), name: into.name }), {
          label: t("rolls.move-back"),
          act,
        })
    })
    void store.write(done)
  }

  /** Show brushes where they are put, before the store has them there. */
  function show(brushes: StoredBrush[], { roll, before }: Pocket): void {
    const ids = new Set(brushes.map((one) => one.id))
    rolls.value = rolls.value.map((one) => {
      const rest = one.brushes.filter((brush) => !ids.has(brush.id))
      if (one.id !== roll) return { ...one, brushes: rest }
      const at = rest.findIndex((brush) => brush.id === before)
      return { ...one, brushes: rest.toSpliced(at < 0 ? rest.length : at, 0, ...brushes) }
    })
  }

  /** Move brushes one pocket earlier (-1) or later (1) in their rolls. */
  function shift(brushes: StoredBrush[], by: -1 | 1): void {
    for (const roll of rolls.value) {
      const mine = roll.brushes.filter((one) => brushes.some(({ id }) => id === one.id))
      const [first, last] = [mine[0], mine.at(-1)]
      if (!first || !last) continue
      const rest = roll.brushes.filter((one) => !mine.includes(one))
      const edge = roll.brushes.indexOf(by < 0 ? first : last)
      const past = roll.brushes[edge + by]
      if (!past) continue
      const at = rest.indexOf(past) + (by > 0 ? 1 : 0)
      put(mine, { roll: roll.id, before: rest[at]?.id }, false)
    }
  }

  return { copy, duplicate, put, shift }
}

/** What is done with whole rolls. */
function useRollActs(
  store: Store,
  rolls: Ref<FilledRoll[]>,
  copy: (brushes: StoredBrush[], pocket: Pocket) => Promise<string[]>,
) {
  function addRoll(): void {
    void store.write(makeRoll(store, { name: "New roll" }).then(() => undefined))
  }

  function duplicateRoll({ id, name, note, tint, brushes }: FilledRoll): void {
    const called = copyName(
      name,
      rolls.value.map((one) => one.name),
    )
    const done = makeRoll(store, { name: called, note, tint }, id).then(async (roll) => {
      await copy(brushes, { roll })
      notice(t("rolls.is-a-copy-of-2", { called, name }))
    })
    void store.write(done)
  }

  function describeRoll({ id }: StoredRoll, parts: Pick<StoredRoll, "name" | "note" | "tint">): void {
    void store.write(changeRoll(store, id, parts))
  }

  const shiftRoll = ({ id }: StoredRoll, by: -1 | 1) => void store.write(moveRoll(store, id, by))

  function removeRoll(roll: FilledRoll): void {
    const { id, name, note, tint, place } = roll
    const act = () => void store.write(putRollBack(store, { id, name, note, tint, place }))
    const sentence =
      roll.brushes.length === 0
        ? t("rolls.is-gone", { name })
        : t("rolls.is-gone-with", { name, brushes: calledOf(roll.brushes) })
    void store.write(takeRoll(store, id).then(() => notice(sentence, { label: t("rolls.put-it-back"), act })))
  }

  return { addRoll, duplicateRoll, describeRoll, shiftRoll, removeRoll }
}

export function useRolls(store: Store) {
  const rolls = useRollList(store)
  const { copy, ...moves } = useBrushMoves(store, rolls)

  function remove(brushes: StoredBrush[]): void {
    const each = (act: (brush: StoredBrush) => Promise<void>) => Promise.all(brushes.map(act)).then(() => {})
    const act = () => void store.write(each((brush) => putBrushBack(store, brush)))
    const label = brushes.length === 1 ? t("rolls.put-it-back") : t("rolls.put-them-back")
    const sentence = `${calledOf(brushes)} ${brushes.length === 1 ? t("rolls.is-out-of-its-pocket") : t("rolls.are-out-of-their-pockets")}.`
    void store.write(each(({ id }) => takeBrush(store, id)).then(() => notice(sentence, { label, act })))
  }

  function rename({ id }: StoredBrush, name: string, note: string): void {
    void store.write(changeBrush(store, id, { name, note }))
  }

  function mark(brushes: StoredBrush[], marks: BrushMarks): void {
    for (const { id } of brushes) void store.write(markBrush(store, id, marks))
  }

  async function addBrush(roll: FilledRoll): Promise<string> {
    const document = structuredClone(DEFAULT_BRUSH) as unknown as BrushDocument
    return makeBrush(store, { roll: roll.id, name: "New brush", document })
  }

  return { rolls, ...moves, remove, rename, mark, addBrush, ...useRollActs(store, rolls, copy) }
}
