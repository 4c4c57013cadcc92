<script setup lang="ts">
// A picture that the engine inks itself, at the screen's own pixels: single stamps for Tip, the bite for Grain ...
import { useElementSize } from "@vueuse/core"
import * as Comlink from "comlink"
import { computed, onBeforeUnmount, onMounted, ref, useId, useTemplateRef, watch } from "vue"
import type { Picture } from "@/engine/stations"
import { useEngine } from "@/engine/useEngine"

/** `shape` is the picture's width over its height, where nothing else gives it a height. */
const props = defineProps<{ station: Picture; shape?: number }>()
const engine = useEngine()
const canvas = useTemplateRef("canvas")
const id = useId()
const ratio = window.devicePixelRatio || 1
const { width, height } = useElementSize(canvas)
const pixels = computed((): [number, number] => [
  Math.max(1, Math.round(width.value * ratio)),
  Math.max(1, Math.round(height.value * ratio)),
])

const attached = ref(false)

onMounted(async () => {
  await engine.ready
  const lent = canvas.value!.transferControlToOffscreen()
  await engine.api.attachPicture(id, props.station, Comlink.transfer(lent, [lent]))
  attached.value = true
})
watch([pixels, attached], () => {
  if (attached.value) void engine.api.sizePicture(id, ...pixels.value)
})

onBeforeUnmount(() => void engine.api.dropPicture(id))
</script>

<template>
  <canvas ref="canvas" aria-hidden="true" :style="{ aspectRatio: shape }" />
</template>

<style scoped>
canvas {
  display: block;
  width: 100%;
  min-width: 0;
}
</style>
