<script setup lang="ts">
// What the thumb of the holding hand needs, on the side away from the drawing one.
import { Eraser, Redo2, Undo2 } from "@lucide/vue"

const erase = defineModel<boolean>("erase", { required: true })
defineProps<{ canUndo: boolean; canRedo: boolean }>()
const emit = defineEmits<{ undo: []; redo: [] }>()
</script>

<template>
  <nav class="rail" aria-label="Quick controls">
    <button type="button" class="hm-quiet" aria-label="Undo" :disabled="!canUndo" @click="emit('undo')">
      <Undo2 :size="22" />
    </button>
    <button type="button" class="hm-quiet" aria-label="Redo" :disabled="!canRedo" @click="emit('redo')">
      <Redo2 :size="22" />
    </button>
    <slot />
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
