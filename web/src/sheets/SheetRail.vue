<script setup lang="ts">
// What the thumb of the holding hand needs on a sheet.
import { Eraser, Redo2, Undo2 } from "@lucide/vue"
import { computed } from "vue"
import { lengthOf } from "@/documents/sheet"
import InkWell from "@/parts/InkWell.vue"
import SizeWedge from "@/pictures/SizeWedge.vue"
import SizeAdvice from "./SizeAdvice.vue"
import { useSheet } from "./useSheet"

const sizing = defineModel<boolean>("sizing", { required: true })
const { hand, history, document } = useSheet()
const { size, ink, opacity, erase } = hand
const { canUndo, canRedo, undo, redo } = history
const range = computed(() => {
  const own = hand.brush.value?.document
  return { low: Number(own?.size_low ?? 1), high: Number(own?.size_high ?? 100) }
})
const told = computed(() => `${lengthOf(size.value, "mm", document.value?.dpi ?? 300).toFixed(1)} mm`)
</script>

<template>
  <nav class="rail" aria-label="Quick controls">
    <button type="button" class="hm-quiet" aria-label="Undo" :disabled="!canUndo" @click="undo()">
      <Undo2 :size="22" />
    </button>
    <button type="button" class="hm-quiet" aria-label="Redo" :disabled="!canRedo" @click="redo()">
      <Redo2 :size="22" />
    </button>
    <template v-if="hand.brush.value">
      <SizeWedge v-model="size" v-bind="range" :told="told" @sizing="sizing = $event" />
      <SizeAdvice />
      <InkWell v-model:ink="ink" v-model:opacity="opacity" />
    </template>
    <button type="button" class="hm-quiet" aria-label="Erase" :aria-pressed="erase" @click="erase = !erase">
      <Eraser :size="22" />
    </button>
  </nav>
</template>

<style scoped>
.rail {
  display: flex;
  flex-direction: column;
  align-items: center;
  padding-bottom: 8px;
  min-height: 0;
}
</style>
