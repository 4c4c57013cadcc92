<script setup lang="ts">
// The path as the hand made it, and as the steadying leaves it.
import { computed } from "vue"
import { shapes } from "@/parts/plot"
import { useBench } from "../useBench"

const props = defineProps<{ width: number; height: number }>()
const { traces } = useBench().engine
const paths = computed(() => {
  if (!traces.value) return []
  const frame = { width: props.width, height: props.height, pad: 10 }
  return shapes([traces.value.raw, traces.value.steadied], frame)
})
</script>

<template>
  <svg :viewBox="`0 0 ${width} ${height}`" aria-hidden="true">
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
.raw {
  stroke: #b4532a;
  stroke-width: 1.4;
}
.steadied {
  stroke: #1e2a2d;
  stroke-width: 2.4;
}
</style>
