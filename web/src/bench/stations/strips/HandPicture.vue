<script setup lang="ts">
// The pressure of the stroke in hand over its time.
import { computed } from "vue"
import { trace } from "@/parts/plot"
import { useBench } from "../../useBench"

const props = defineProps<{ width: number; height: number }>()
const { traces } = useBench().engine
const path = computed(() => {
  if (!traces.value) return ""
  const { t, pressure } = traces.value.hand
  return trace(t, pressure, 1, { width: props.width, height: props.height, pad: 10 })
})
</script>

<template>
  <svg :viewBox="`0 0 ${width} ${height}`" aria-hidden="true">
    <line x1="10" :x2="width - 10" :y1="height - 10" :y2="height - 10" />
    <path :d="path" />
  </svg>
</template>

<style scoped>
path {
  fill: none;
  stroke: var(--on-sheet);
  stroke-width: 2;
}
line {
  stroke: var(--pencil-rule);
}
</style>
