<script setup lang="ts">
// Minus or plus at the end of a slider: one step at a touch, and it runs while held.
import { Minus, Plus } from "@lucide/vue"
import { onBeforeUnmount } from "vue"

const props = defineProps<{ direction: -1 | 1; label: string }>()
const emit = defineEmits<{ step: [direction: -1 | 1]; done: [] }>()

const FIRST = 350
const QUICKEST = 40
let repeat = 0

function hold(): void {
  emit("step", props.direction)
  let wait = FIRST
  const again = () => {
    emit("step", props.direction)
    wait = Math.max(QUICKEST, wait * 0.8)
    repeat = window.setTimeout(again, wait)
  }
  repeat = window.setTimeout(again, wait)
}

function letGo(): void {
  if (!repeat) return
  window.clearTimeout(repeat)
  repeat = 0
  emit("done")
}

/** A keyboard, or a voice, presses without a pointer: one step. */
function press(event: MouseEvent): void {
  if (event.detail > 0) return
  emit("step", props.direction)
  emit("done")
}

onBeforeUnmount(() => window.clearTimeout(repeat))
</script>

<template>
  <button
    type="button"
    class="end"
    :aria-label="label"
    @click="press"
    @pointerdown="hold"
    @pointerup="letGo"
    @pointerleave="letGo"
    @pointercancel="letGo"
  >
    <component :is="direction < 0 ? Minus : Plus" :size="18" />
  </button>
</template>

<style scoped>
.end {
  flex: none;
  display: grid;
  place-items: center;
  width: 44px;
  height: 44px;
  border: 0;
  background: none;
  color: var(--ink-soft);
  cursor: pointer;
  touch-action: none;
}
.end:first-child {
  margin-left: -12px;
}
.end:last-child {
  margin-right: -12px;
}
</style>
