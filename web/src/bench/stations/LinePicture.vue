<script setup lang="ts">
// The path as the hand made it, as the steadying leaves it, and how far behind the hand the line was while drawing.
import { computed } from "vue"
import { shapes } from "@/parts/plot"
import { useBench } from "../useBench"

const props = withDefaults(defineProps<{ width: number; height: number; lag?: boolean }>(), { lag: false })
const { traces } = useBench().engine
/** Threads from the hand to the line's end, so many over a stroke. */
const THREADS = 40

const threads = computed(() => {
  if (!traces.value || !props.lag) return []
  const { raw, lag } = traces.value
  const step = Math.max(1, Math.floor(raw.x.length / THREADS))
  const found: { x: number[]; y: number[] }[] = []
  for (let i = step; i < raw.x.length; i += step) {
    found.push({ x: [raw.x[i]!, lag.x[i]!], y: [raw.y[i]!, lag.y[i]!] })
  }
  return found
})
const paths = computed(() => {
  if (!traces.value) return []
  const frame = { width: props.width, height: props.height, pad: 10 }
  return shapes([traces.value.raw, traces.value.steadied, ...threads.value], frame)
})
</script>

<template>
  <svg :viewBox="`0 0 ${width} ${height}`" aria-hidden="true">
    <path v-for="(path, i) in paths.slice(2)" :key="i" class="thread" :d="path" />
    <path class="raw" :d="paths[0]" />
    <path class="steadied" :d="paths[1]" />
  </svg>
</template>

<style scoped>
path {
  fill: none;
  stroke-linejoin: round;
  stroke-linecap: round;
}
.thread {
  stroke: #8fa39d;
  stroke-width: 1.2;
}
.raw {
  stroke: #b4532a;
  stroke-width: 1.4;
}
.steadied {
  stroke: #1e2a2d;
  stroke-width: 2.4;
}
</style>
