<script setup lang="ts">
// A print of the original, the result or the tiled result. On the result the pen works, if a step asks for it.
import type { Kind } from "@/documents/stroke"
import { useElementSize } from "@vueuse/core"
import * as Comlink from "comlink"
import { computed, onBeforeUnmount, onMounted, ref, useId, useTemplateRef } from "vue"
import { leanOf } from "@/documents/lean"
import type { Print } from "@/engine/prep"
import { useSheetPointers } from "@/parts/useSheetPointers"
import { usePrep } from "./usePrep"

const props = defineProps<{ which: Print; worked?: boolean }>()
const emit = defineEmits<{
  down: [kind: Kind, sample: number[]]
  move: [samples: number[][]]
  up: []
  cancel: []
}>()
const { engine, news } = usePrep()
const room = useTemplateRef("room")
const canvas = useTemplateRef("canvas")
const { width, height } = useElementSize(room)
const id = useId()
const SIDE = 1200
const begun = ref(0)

onMounted(async () => {
  await engine.ready
  const element = canvas.value!
  const ratio = window.devicePixelRatio || 1
  element.width = Math.min(SIDE, Math.max(1, Math.round(room.value!.clientWidth * ratio)))
  element.height = Math.min(SIDE, Math.max(1, Math.round(room.value!.clientHeight * ratio)))
  const lent = element.transferControlToOffscreen()
  await engine.api.attachPrint(id, props.which, Comlink.transfer(lent, [lent]))
})
onBeforeUnmount(() => void engine.api.dropPrint(id))

/** CSS px per picture px, and where the picture's corner lies. */
const lie = computed(() => {
  const { width: wide = 1, height: high = 1 } = news.value?.figures ?? {}
  const fit = Math.min(width.value / wide, height.value / high)
  return { fit, left: (width.value - wide * fit) / 2, top: (height.value - high * fit) / 2 }
})

function sampleOf(event: PointerEvent): number[] {
  const box = room.value!.getBoundingClientRect()
  const { fit, left, top } = lie.value
  return [
    (event.clientX - box.left - left) / fit,
    (event.clientY - box.top - top) / fit,
    event.timeStamp - begun.value,
    event.pressure,
    ...leanOf(event),
  ]
}

const target = computed(() => (props.worked ? (room.value ?? null) : null))
useSheetPointers(target, {
  down(kind, event) {
    begun.value = event.timeStamp
    emit("down", kind, sampleOf(event))
  },
  move: (events) => emit("move", events.map(sampleOf)),
  up: () => emit("up"),
  cancel: () => emit("cancel"),
  pinch: () => undefined,
})

defineExpose({ lie })
</script>

<template>
  <div ref="room" class="room" :class="{ worked }">
    <canvas ref="canvas" :aria-label="which" />
    <svg v-if="worked" class="over" aria-hidden="true"><slot :lie="lie" /></svg>
  </div>
</template>

<style scoped>
.room {
  position: relative;
  overflow: hidden;
  background: var(--paper);
}
.worked {
  touch-action: none;
  cursor: crosshair;
}
canvas {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  object-fit: contain;
}
.over {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  pointer-events: none;
}
</style>
