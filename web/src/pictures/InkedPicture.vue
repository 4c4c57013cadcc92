<script setup lang="ts">
// A picture that the engine inks, at the screen's own pixels: single stamps for Tip, the bite for Grain ...
import { useElementSize } from "@vueuse/core"
import { computed, ref, useTemplateRef, watch } from "vue"
import { latest } from "@/engine/page/latest"
import type { Crossing, Picture, Wedge } from "@/engine/pictures/stations"
import { useEngine } from "@/engine/page/useEngine"
import { showPicture } from "./showPicture"

/**
 * `shape` is the picture's width over its height, where nothing else gives it a height; `wedge` what the wedge runs
 * through.
 */
const props = defineProps<{ station: Picture; shape?: number; wedge?: Wedge }>()
const emit = defineEmits<{
  /** What the pixels of a crossing come to. */
  counted: [crossing: Crossing]
}>()
const engine = useEngine()
const canvas = useTemplateRef("canvas")
const ratio = window.devicePixelRatio || 1
const { width, height } = useElementSize(canvas)
const pixels = computed(() => [Math.round(width.value * ratio), Math.round(height.value * ratio)] as const)
const busy = ref(false)

const ink = latest(async () => {
  const [across, down] = pixels.value
  if (!engine.shown.value || across < 1 || down < 1) return
  busy.value = true
  const { brush } = engine.shown.value
  const inked = await engine.api.inkStation(props.station, brush, across, down, props.wedge)
  busy.value = false
  if (!inked) return
  if (canvas.value) showPicture(canvas.value, inked.picture)
  else inked.picture.close()
  if (inked.crossing) emit("counted", inked.crossing)
})

watch([engine.shown, pixels, () => props.wedge], ink, { immediate: true })
</script>

<template>
  <canvas ref="canvas" :aria-busy="busy" aria-hidden="true" :style="{ aspectRatio: shape }" />
</template>

<style scoped>
canvas {
  display: block;
  width: 100%;
  min-width: 0;
}
</style>
