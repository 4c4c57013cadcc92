<script setup lang="ts">
// The width of the stroke in hand along its length, tapers included.
import { computed } from "vue"
import { ribbon } from "@/parts/plot"
import { useBench } from "../useBench"

const props = defineProps<{ width: number; height: number }>()
const { traces } = useBench().engine
const path = computed(() => {
  if (!traces.value) return ""
  const { s, half } = traces.value.weight
  return ribbon(s, half, { width: props.width, height: props.height, pad: 10 })
})
</script>

<template>
  <svg :viewBox="`0 0 ${width} ${height}`" aria-hidden="true"><path :d="path" fill="#1e2a2d" /></svg>
</template>
