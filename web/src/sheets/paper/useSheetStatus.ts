// How a sheet stands with what other devices made of it: as it is here, deleted elsewhere, or in two states.
import { computed, type ComputedRef, type ShallowRef } from "vue"
import { keepBothSheets, keepMySheet, putSheetBack, takeTheirSheet } from "@/acts/keepSheet"
import type { Store } from "@/device/store"
import type { KeptSheet, StoredSheet } from "@/device/tables/sheets"
import { sheetDifferences, type SheetDifference } from "@/documents/sheetDifferences"

export function useSheetStatus(store: Store, row: ShallowRef<StoredSheet | undefined>) {
  const theirs: ComputedRef<KeptSheet | undefined> = computed(() => row.value?.theirs)
  const differences = computed((): SheetDifference[] =>
    row.value && theirs.value ? sheetDifferences(row.value.document, theirs.value.document) : [],
  )
  const id = (): string => row.value!.id

  return {
    theirs,
    differences,
    gone: computed(() => Boolean(row.value?.gone)),
    keepMine: () => store.write(keepMySheet(store, id())),
    takeTheirs: () => store.write(takeTheirSheet(store, id()).then(() => undefined)),
    /** Returns the id of the sheet that this device's state became. */
    keepBoth: () => keepBothSheets(store, id()),
    /** It was deleted elsewhere while nothing of this device waited: put it back as it was here. */
    putBack: (was: StoredSheet) => store.write(putSheetBack(store, was)),
  }
}
