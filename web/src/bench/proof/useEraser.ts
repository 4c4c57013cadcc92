// Erasing with the brush in hand, at a size of its own that is remembered on this device.
import type { BrushDocument } from "@/documents/brush"
import { useLocalStorage } from "@vueuse/core"
import { computed, ref, type Ref } from "vue"

export function useEraser(brush: Ref<BrushDocument | undefined>, change: (size: number) => void) {
  const erase = ref(false)
  const remembered = useLocalStorage<number>("eraser size", 0)

  /** The size of what the hand does now: the brush's, or while erasing the eraser's. */
  const size = computed({
    get: () => (erase.value ? eraserSize.value : Number(brush.value?.size ?? 1)),
    set: (size: number) => {
      if (erase.value) remembered.value = size
      else change(size)
    },
  })
  /** Until it was changed, an eraser is as large as the brush. */
  const eraserSize = computed(() => remembered.value || Number(brush.value?.size ?? 1))

  return { erase, size, eraserSize }
}
