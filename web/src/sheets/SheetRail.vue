<script setup lang="ts">
// The rail of a sheet: its wedge and ink well change what the hand holds, and no brush.
import { inDigits } from "@/words"
import { computed } from "vue"
import { lengthOf } from "@/documents/sheet"
import InkWell from "@/parts/ink/InkWell.vue"
import ThumbRail from "@/frame/ThumbRail.vue"
import SizeWedge from "@/pictures/SizeWedge.vue"
import SizeAdvice from "./list/SizeAdvice.vue"
import { useSheet } from "./useSheet"

const sizing = defineModel<boolean>("sizing", { required: true })
const { hand, history, document } = useSheet()
const { size, ink, opacity, erase } = hand
const { canUndo, canRedo, undo, redo } = history
const range = computed(() => {
  const own = hand.brush.value?.document
  return { low: Number(own?.size_low ?? 1), high: Number(own?.size_high ?? 100) }
})
const label = computed(() => `${inDigits(lengthOf(size.value, "mm", document.value?.dpi ?? 300), 1)} mm`)
</script>

<template>
  <ThumbRail v-model:erase="erase" v-bind="{ canUndo, canRedo }" @undo="undo" @redo="redo">
    <template v-if="hand.brush.value">
      <SizeWedge v-model="size" v-bind="range" :label="label" @sizing="sizing = $event" />
      <SizeAdvice />
      <InkWell v-model:ink="ink" v-model:opacity="opacity" />
    </template>
  </ThumbRail>
</template>
