<script setup lang="ts">
// What the thumb of the holding hand needs, on the side away from the drawing one.
import { Eraser, Redo2, Undo2 } from "@lucide/vue"
import BenchWedge from "./BenchWedge.vue"
import BenchInkWell from "./BenchInkWell.vue"
import { useBench } from "./useBench"

const bench = useBench()
const { canUndo, canRedo, undo, redo } = bench.history
</script>

<template>
  <nav v-if="bench.state.value" class="rail" aria-label="Quick controls">
    <button type="button" class="hm-quiet" aria-label="Undo" :disabled="!canUndo" @click="undo()">
      <Undo2 :size="22" />
    </button>
    <button type="button" class="hm-quiet" aria-label="Redo" :disabled="!canRedo" @click="redo()">
      <Redo2 :size="22" />
    </button>
    <BenchWedge />
    <BenchInkWell />
    <button
      type="button"
      class="hm-quiet"
      aria-label="Erase"
      :aria-pressed="bench.eraser.erase.value"
      @click="bench.eraser.erase.value = !bench.eraser.erase.value"
    >
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
