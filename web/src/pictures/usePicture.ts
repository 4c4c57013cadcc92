// The address of a picture by its digest, for as long as it is shown: once it lies on this device, whoever brings it.
import { liveQuery } from "dexie"
import { onScopeDispose, ref, watch } from "vue"
import { pictureOf } from "@/device/pictures"
import { presentStore } from "@/device/useDevice"

export function usePicture(digest: () => string) {
  const address = ref("")
  /** Whether it is being brought. */
  const busy = ref(true)
  const forget = () => URL.revokeObjectURL(address.value)
  watch(
    digest,
    (wanted, _, onCleanup) => {
      const store = presentStore.value
      if (!store) return
      busy.value = true
      const lies = liveQuery(() => store.pictures.get(wanted)).subscribe((found) => {
        if (!found) return
        forget()
        address.value = URL.createObjectURL(new Blob([found.bytes], { type: "image/png" }))
        busy.value = false
      })
      // Where it cannot be brought now the paper stays bare until it comes.
      pictureOf(store, wanted).catch(() => (busy.value = false))
      onCleanup(() => lies.unsubscribe())
    },
    { immediate: true },
  )
  onScopeDispose(forget)
  return { address, busy }
}
