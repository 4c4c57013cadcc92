// A lot that is looked into: its brushes can be inked and tried before any of them is borrowed.
import { computed, ref, shallowRef, watch, type Ref } from "vue"
import { api, reach } from "@/api/client"
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
    const told = pack.data ? await reach(api.GET("/api/shelf/{lot}/look", { params })) : pack
    if (lot.value?.id !== now.id) return
    problem.value = told.message
    report.value = told.data as Report | undefined
  }

  /** Borrow brushes; returns the report, or nothing where it failed: `problem` says why. */
  async function borrow(brush: string[] | null): Promise<Report | undefined> {
    const { id, sha256 } = lot.value!
    busy.value = true
    const told = await reach(
      api.POST("/api/shelf/{lot}/borrow", { params: { path: { lot: id } }, body: { sha256, brush } }),
    )
    busy.value = false
    problem.value = told.message
    // What the server took in comes to this device as any other change.
    openCarrier()?.wake()
    if (told.data) await look(lot.value!)
    return told.data
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
