<script setup lang="ts">
// The wedge of the brush on the bench.
import { computed } from "vue"
import SizeWedge from "@/pictures/SizeWedge.vue"
import { useBench } from "./useBench"
import { usePaper } from "./proof/usePaper"

const bench = useBench()
const { inMm } = usePaper()
const size = bench.eraser.size
const range = computed(() => {
  const { size_low: low, size_high: high } = bench.state.value!.document
  return { low: Number(low), high: Number(high) }
})
</script>

<template>
  <SizeWedge
    v-model="size"
    v-bind="range"
    :label="inMm(size)"
    @sizing="bench.sizing.value = $event"
    @done="bench.closeStep()"
  />
</template>
