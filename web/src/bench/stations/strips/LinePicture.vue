<script setup lang="ts">
// The path as the hand made it, as the steadying leaves it, and how far behind the hand the line was while drawing.
import { computed, useId } from "vue"
import type { LineTraces } from "@/engine/pictures/stations"
import { shapes } from "@/parts/plot"

const props = withDefaults(
  defineProps<{
    line: LineTraces | undefined
    width: number
    height: number
    /** Moments of the stroke at which the hand and the line's end are marked. */
    moments?: number
  }>(),
  { moments: 12 },
)
const id = useId()

const threads = computed(() => {
  if (!props.line) return []
  const { raw, lag } = props.line
  const step = Math.max(1, Math.floor(raw.x.length / (props.moments + 1)))
  const found: { x: number[]; y: number[] }[] = []
  for (let i = step; i < raw.x.length; i += step) {
    found.push({ x: [raw.x[i]!, lag.x[i]!], y: [raw.y[i]!, lag.y[i]!] })
  }
  return found
})
const paths = computed(() => {
  if (!props.line) return []
  const frame = { width: props.width, height: props.height, pad: 10 }
  return shapes([props.line.raw, props.line.steadied, ...threads.value], frame)
})
</script>

<template>
  <svg :viewBox="`0 0 ${width} ${height}`" aria-hidden="true">
    <defs>
      <marker
        :id="`${id}-hand`"
        markerWidth="10"
        markerHeight="10"
        refX="5"
        refY="5"
        markerUnits="userSpaceOnUse"
      >
        <circle cx="5" cy="5" r="3.4" class="hand" />
      </marker>
      <marker
        :id="`${id}-end`"
        markerWidth="10"
        markerHeight="10"
        refX="5"
        refY="5"
        markerUnits="userSpaceOnUse"
      >
        <circle cx="5" cy="5" r="3.6" class="end" />
      </marker>
    </defs>
    <path class="raw" :d="paths[0]" />
    <path class="steadied" :d="paths[1]" />
    <path
      v-for="(path, i) in paths.slice(2)"
      :key="i"
      class="thread"
      :d="path"
      :marker-start="`url(#${id}-hand)`"
      :marker-end="`url(#${id}-end)`"
    />
  </svg>
</template>

<style scoped>
path {
  fill: none;
  stroke-linejoin: round;
  stroke-linecap: round;
}
.thread {
  stroke: var(--mark);
  stroke-width: 2.5;
}
.hand {
  fill: var(--sheet);
  stroke: var(--mark);
  stroke-width: 2;
}
.end {
  fill: var(--mark);
}
.raw {
  stroke: var(--mark);
  stroke-width: 1.4;
}
.steadied {
  stroke: var(--on-sheet);
  stroke-width: 2.4;
}
</style>
