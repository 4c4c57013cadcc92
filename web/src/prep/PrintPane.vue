<script setup lang="ts">
// A print of the original, the result or the tiled result. On the result the pen works, if a step asks for it.
import type { Kind } from "@/documents/stroke"
import { useElementSize } from "@vueuse/core"
import { computed, ref, useTemplateRef, watch } from "vue"
import { leanOf } from "@/documents/lean"
import { latest } from "@/engine/page/latest"
import type { Print } from "@/engine/prep/prep"
import { showPicture } from "@/pictures/showPicture"
import { useSheetPointers } from "@/drawing/useSheetPointers"
import { usePrep } from "./usePrep"

const props = defineProps<{ which: Print; worked?: boolean }>()
const emit = defineEmits<{
  down: [kind: Kind, sample: number[]]
  move: [samples: number[][]]
  up: []
  cancel: []
}>()
const { id, engine, news, follow } = usePrep()
const room = useTemplateRef("room")
const canvas = useTemplateRef("canvas")
const { width, height } = useElementSize(room)
const SIDE = 1200
const begun = ref(0)

const ratio = window.devicePixelRatio || 1
const pixels = computed(() => [width, height].map((one) => Math.min(SIDE, Math.round(one.value * ratio))))

/** Show what lies on the table now; where nothing does, as after the engine was started anew, it is laid there first. */
const show = latest(async () => {
  const [across, down] = pixels.value as [number, number]
  if (!news.value || across < 1 || down < 1) return
  const print = await engine.api.prepPrint(id, props.which, across, down)
  if (print && canvas.value) showPicture(canvas.value, print)
  else if (!print) void follow()
})
watch([news, pixels], show, { immediate: true })

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
