<script setup lang="ts">
// The rail of the bench: its wedge and ink well change the brush itself.
import ThumbRail from "@/frame/ThumbRail.vue"
import BenchWedge from "./BenchWedge.vue"
import BenchInkWell from "./BenchInkWell.vue"
import { useBench } from "./useBench"

const bench = useBench()
const { erase } = bench.eraser
const { canUndo, canRedo, undo, redo } = bench.history
</script>

<template>
  <ThumbRail
    v-if="bench.state.value"
    v-model:erase="erase"
    v-bind="{ canUndo, canRedo }"
    @undo="undo"
    @redo="redo"
  >
    <BenchWedge />
    <BenchInkWell />
  </ThumbRail>
</template>
