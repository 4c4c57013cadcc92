// Nine neighbours of the brush in hand: looked at beside it, kept as brushes, gone on from, with the way back.
import { t } from "@/words"
import { computed, ref, shallowRef, watch } from "vue"
import { makeBrush } from "@/acts/keepBrush"
import type { BrushDocument } from "@/documents/brush"
import { copyName } from "@/documents/names"
import { notice } from "@/parts/notice"
import type { Bench } from "./useBench"

/** Where neighbours were taken from: the brush on the bench as it stands, where there is no document. */
interface Centre {
  document?: BrushDocument
  seed: number
}

/** Seeds go in turn, so that the same nine come back. */
const FIRST = 1

export function useVariations(bench: Bench) {
  const stations = ref(["weight", "tip", "ink"])
  const far = ref(0.4)
  const way = shallowRef<Centre[]>([{ seed: FIRST }])
  const centre = computed(() => way.value.at(-1)!)
  const nine = shallowRef<BrushDocument[]>([])
  const looked = ref(-1)
  const from = computed(() => centre.value.document ?? bench.state.value?.document)

  let turn = 0
  watch(
    [from, stations, far, centre],
    async () => {
      if (!from.value) return
      const mine = ++turn
      const { seed } = centre.value
      const brush = structuredClone(from.value)
      const found = await bench.engine.api.neighbours(brush, [...stations.value], far.value, seed)
      if (mine !== turn || !found) return
      nine.value = found
      if (looked.value >= 0) look(looked.value)
    },
    { immediate: true },
  )

  /** Have one beside the brush. */
  function look(index: number): void {
    looked.value = index
    bench.beside.choose({
      kind: "variation",
      name: t("bench.variation-2", { index: index + 1 }),
      document: nine.value[index]!,
    })
  }

  function leaveOff(): void {
    if (bench.beside.other.value?.kind === "variation") bench.beside.choose(undefined)
    looked.value = -1
  }

  function again(): void {
    leaveOff()
    way.value = [...way.value, { ...centre.value, seed: centre.value.seed + 1 }]
  }

  function goOn(): void {
    const document = nine.value[looked.value]
    if (!document) return
    leaveOff()
    way.value = [...way.value, { document, seed: FIRST }]
  }

  function back(): void {
    if (way.value.length < 2) return
    leaveOff()
    way.value = way.value.slice(0, -1)
  }

  /** Keep the one that is looked at as a brush of its own, in the next pocket. */
  async function keep(): Promise<void> {
    const [document, row] = [nine.value[looked.value], bench.keeping.row.value]
    if (!document || !row) return
    const beside = await bench.store.brushes.where("roll").equals(row.roll).toArray()
    const taken = beside.map((one) => one.name)
    const wanted = t("bench.variation-3", { name: row.name })
    const name = taken.includes(wanted) ? copyName(wanted, taken) : wanted
    const made = makeBrush(bench.store, { ...row, name, document, after: bench.id })
    await bench.store.write(made.then(() => notice(t("bench.lies-in-the-next-pocket", { name }))))
  }

  /** Make the brush on the bench as the one that is looked at; that can be undone. */
  function take(): void {
    bench.beside.take(bench.beside.found.value, "variation")
    leaveOff()
    way.value = [{ seed: centre.value.seed }]
  }

  return { stations, far, way, nine, looked, look, leaveOff, again, goOn, back, keep, take }
}
