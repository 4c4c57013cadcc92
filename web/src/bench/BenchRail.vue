<script setup lang="ts">
// Quick controls, on the side away from the drawing hand.
import { Eraser, Redo2, Trash2, Undo2 } from "@lucide/vue"
import { ElPopover } from "element-plus"
import { computed } from "vue"
import { settingNamed } from "@/engine/brush"
import InkChooser from "@/parts/InkChooser.vue"
import UprightSlider from "@/parts/UprightSlider.vue"
import { useBench } from "./useBench"

const bench = useBench()
const brush = computed(() => bench.state.value?.document)
const { canUndo, canRedo, undo, redo } = bench.history
const size = settingNamed("size")
const opacity = settingNamed("opacity")
</script>

<template>
  <nav v-if="brush" class="rail" aria-label="Quick controls">
    <UprightSlider
      label="Size"
      :unit="size.unit"
      :low="Math.min(Number(brush.size_low), Number(brush.size))"
      :high="Math.max(Number(brush.size_high), Number(brush.size))"
      :step="size.step"
      log
      :model-value="Number(brush.size)"
      @update:model-value="bench.change('size', $event)"
      @done="bench.closeStep()"
    />
    <UprightSlider
      label="Opacity"
      :unit="opacity.unit"
      :low="opacity.low"
      :high="opacity.high"
      :step="opacity.step"
      :model-value="Number(brush.opacity)"
      @update:model-value="bench.change('opacity', $event)"
      @done="bench.closeStep()"
    />
    <ElPopover trigger="click" placement="right" width="auto" :persistent="false">
      <template #reference>
        <button type="button" class="quiet" :aria-label="`Ink: ${brush.ink}`">
          <span class="drop" :style="{ background: String(brush.ink) }" />
        </button>
      </template>
      <InkChooser
        :model-value="String(brush.ink)"
        @update:model-value="bench.change('ink', $event)"
        @done="bench.closeStep()"
      />
    </ElPopover>
    <button
      type="button"
      class="quiet"
      aria-label="Erase"
      :aria-pressed="bench.erase.value"
      @click="bench.erase.value = !bench.erase.value"
    >
      <Eraser :size="22" />
    </button>
    <span class="gap" />
    <button type="button" class="quiet" aria-label="Undo" :disabled="!canUndo" @click="undo()">
      <Undo2 :size="22" />
    </button>
    <button type="button" class="quiet" aria-label="Redo" :disabled="!canRedo" @click="redo()">
      <Redo2 :size="22" />
    </button>
    <button
      type="button"
      class="quiet"
      aria-label="Clear your strokes"
      :disabled="bench.proofs.strokes.value.length === 0"
      @click="bench.clear()"
    >
      <Trash2 :size="22" />
    </button>
  </nav>
</template>

<style scoped>
.rail {
  display: flex;
  flex-direction: column;
  align-items: center;
  gap: 4px;
  padding: 8px 0;
  min-height: 0;
}
.gap {
  flex: 0 0 8px;
}
.drop {
  width: 28px;
  height: 28px;
  border-radius: 50% 50% 50% 8%;
}
</style>
