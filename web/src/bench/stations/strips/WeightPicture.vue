<script setup lang="ts">
// The width of the stroke in hand along its length, as dark as its ink may be there, tapers included.
import InkRibbon from "@/parts/ink/InkRibbon.vue"
import { useBench } from "../../useBench"

defineProps<{ width: number; height: number }>()
const { traces } = useBench().engine
</script>

<template>
  <InkRibbon
    v-if="traces"
    :s="traces.weight.s"
    :half="traces.weight.half"
    :cover="traces.weight.cap"
    :width="width"
    :height="height"
  />
</template>
