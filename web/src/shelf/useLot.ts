// A lot that is looked into: its brushes can be inked and tried before any of them is borrowed.
import { computed, ref, shallowRef, watch, type Ref } from "vue"
import { api, reach } from "@/api/client"
import { workOff } from "@/api/tasks"
import type { Store } from "@/device/store"
import { openCarrier } from "@/device/useDevice"
import type { BrushDocument } from "@/documents/brush"
import { lendPictures, type Line, type Report } from "@/packs/packs"
import type { Lot } from "./useShelf"

export interface Shown extends Line {
  document: BrushDocument
}

export function useLot(store: Store, lot: Ref<Lot | undefined>) {
  const report = shallowRef<Report>()
  const problem = ref("")
  const busy = ref(false)
  const brushes = computed((): Shown[] =>
    (report.value?.lines ?? [])
      .filter(({ what, id }) => what === "brush" && report.value!.documents[id])
      .map((line) => ({ ...line, document: report.value!.documents[line.id] as unknown as BrushDocument })),
  )
  /** Brushes that cannot be read, and why. */
  const left = computed(() => (report.value?.lines ?? []).filter(({ outcome }) => outcome === "left"))

  async function look(now: Lot): Promise<void> {
    const params = { path: { lot: now.id }, query: { sha256: now.sha256 } }
    const pack = await reach(api.GET("/api/shelf/{lot}/pack", { params, parseAs: "blob" }))
    if (pack.data) await lendPictures(store, pack.data as Blob)
    const answer = pack.data ? await taken("look", now, null) : { message: pack.message }
    if (lot.value?.id !== now.id) return
    problem.value = answer.message
    report.value = answer.report
  }

  /** Have a lot looked into or borrowed; the report, or why there is none. */
  async function taken(what: "look" | "borrow", { id, sha256 }: Lot, brush: string[] | null) {
    const asked = { params: { path: { lot: id } }, body: { sha256, brush } }
    try {
      const { about } = await workOff(() => reach(api.POST(`/api/shelf/{lot}/${what}`, asked)))
      return { report: about as unknown as Report, message: "" }
    } catch (error) {
      return { message: (error as Error).message }
    }
  }

  /** Borrow brushes; returns the report, or nothing where it failed: `problem` says why. */
  async function borrow(brush: string[] | null): Promise<Report | undefined> {
    busy.value = true
    const answer = await taken("borrow", lot.value!, brush)
    busy.value = false
    problem.value = answer.message
    // What the server took in comes to this device as any other change.
    openCarrier()?.wake()
    if (answer.report) await look(lot.value!)
    return answer.report
  }

  watch(
    lot,
    (now) => {
      report.value = undefined
      problem.value = ""
      if (now) void look(now)
    },
    { immediate: true },
  )
  return { brushes, left, problem, busy, borrow }
}
