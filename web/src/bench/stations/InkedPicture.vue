<script setup lang="ts">
// A picture that the engine inks itself: single stamps for Tip, the bite for Grain, a crossing for Ink.
import * as Comlink from "comlink"
import { onBeforeUnmount, onMounted, useId, useTemplateRef } from "vue"
import type { Picture } from "@/engine/stations"
import { useBench } from "../useBench"

const props = defineProps<{ station: Picture; width: number; height: number }>()
const { engine } = useBench()
const canvas = useTemplateRef("canvas")
const id = useId()
const ratio = window.devicePixelRatio || 1

onMounted(async () => {
  await engine.ready
  const lent = canvas.value!.transferControlToOffscreen()
  await engine.api.attachPicture(id, props.station, Comlink.transfer(lent, [lent]))
})

onBeforeUnmount(() => void engine.api.dropPicture(id))
</script>

<template>
  <canvas
    ref="canvas"
    aria-hidden="true"
    :width="Math.round(width * ratio)"
    :height="Math.round(height * ratio)"
  />
</template>
