<script setup lang="ts">
// A picture that somebody makes for it, square, at the screen's own pixels. It is made once, when it comes into sight.
import { useIntersectionObserver } from "@vueuse/core"
import { useTemplateRef } from "vue"

const props = defineProps<{
  /** Side, CSS px. */
  side: number
  /** Makes the picture, `px` device pixels large; nothing where there is none to make. */
  make: (px: number) => Promise<ImageBitmap | undefined>
}>()
const canvas = useTemplateRef("canvas")
const px = Math.round(props.side * (window.devicePixelRatio || 1))

const { stop } = useIntersectionObserver(canvas, async ([entry]) => {
  if (!entry?.isIntersecting) return
  stop()
  const made = await props.make(px)
  if (made) canvas.value?.getContext("bitmaprenderer")?.transferFromImageBitmap(made)
})
</script>

<template>
  <canvas
    ref="canvas"
    aria-hidden="true"
    :width="px"
    :height="px"
    :style="{ width: `${side}px`, height: `${side}px` }"
  />
</template>

<style scoped>
canvas {
  flex: none;
  background: var(--paper);
}
</style>
