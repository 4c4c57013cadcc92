<script setup lang="ts">
// The ink well of the brush on the bench.
import { computed } from "vue"
import InkWell from "@/parts/ink/InkWell.vue"
import { useBench } from "./useBench"

const bench = useBench()
const ink = computed({
  get: () => String(bench.state.value?.document.ink),
  set: (colour: string) => bench.change("ink", colour),
})
const opacity = computed({
  get: () => Number(bench.state.value?.document.opacity),
  set: (share: number) => bench.change("opacity", share),
})
</script>

<template>
  <InkWell v-model:ink="ink" v-model:opacity="opacity" @done="bench.closeStep()" />
</template>
