<script setup lang="ts">
// What the thumb of the holding hand needs, on the side away from the drawing one.
import { t } from "@/words"
import { Eraser, Redo2, Undo2 } from "@lucide/vue"

const erase = defineModel<boolean>("erase", { required: true })
defineProps<{ canUndo: boolean; canRedo: boolean }>()
const emit = defineEmits<{ undo: []; redo: [] }>()
</script>

<template>
  <nav class="rail" :aria-label="t('frame.quick-controls')">
    <button
      type="button"
      class="hm-quiet"
      :aria-label="t('frame.undo')"
      :disabled="!canUndo"
      @click="emit('undo')"
    >
      <Undo2 :size="22" />
    </button>
    <button
      type="button"
      class="hm-quiet"
      :aria-label="t('frame.redo')"
      :disabled="!canRedo"
      @click="emit('redo')"
    >
      <Redo2 :size="22" />
    </button>
    <slot />
    <button
      type="button"
      class="hm-quiet"
      :aria-label="t('frame.erase')"
      :aria-pressed="erase"
      @click="erase = !erase"
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
