// The address of a picture that lies on this device, for as long as it is shown.
import { onScopeDispose, ref, watch, type Ref } from "vue"
import { pictureOf } from "@/device/pictures"
import { presentStore } from "@/device/useDevice"

export function usePicture(digest: () => string): Ref<string> {
  const address = ref("")
  function show(next: string): void {
    if (address.value) URL.revokeObjectURL(address.value)
    address.value = next
  }
  watch(
    digest,
    async (wanted) => {
      const store = presentStore.value
      // Where it is on neither side the paper stays bare.
      const file = store && (await pictureOf(store, wanted).catch(() => undefined))
      if (digest() === wanted) show(file ? URL.createObjectURL(file) : "")
    },
    { immediate: true },
  )
  onScopeDispose(() => show(""))
  return address
}
