<script setup lang="ts">
// An upright slider for the rail: drag anywhere on it.
import { computed, useTemplateRef } from "vue"
import { useTrack } from "./useTrack"
import { onStep, placeOf, shown, valueAt } from "./values"

const props = withDefaults(
  defineProps<{ label: string; unit: string; low: number; high: number; step: number; log?: boolean }>(),
  { log: false },
)
const value = defineModel<number>({ required: true })
const emit = defineEmits<{ done: [] }>()
const track = useTemplateRef("track")

const place = computed(() => Math.min(1, Math.max(0, placeOf(value.value, props.low, props.high, props.log))))
const written = computed(() => shown(value.value, props.unit, props.step))

function nudge(direction: number): void {
  value.value = onStep(value.value + direction * props.step, props.low, props.high, props.step)
}

useTrack(track, {
  upright: true,
  moved: (at) => (value.value = valueAt(at, props.low, props.high, props.log, props.step)),
  nudged: nudge,
  done: () => emit("done"),
})
</script>

<template>
  <div class="upright">
    <span class="written"
      >{{ written }}<small>{{ unit }}</small></span
    >
    <div
      ref="track"
      class="track"
      role="slider"
      tabindex="0"
      :aria-label="label"
      :aria-valuemin="low"
      :aria-valuemax="high"
      :aria-valuenow="value"
      :aria-valuetext="`${written} ${unit}`"
      aria-orientation="vertical"
    >
      <span class="line"><span class="done" :style="{ height: `${100 * place}%` }" /></span>
      <span class="knob" :style="{ bottom: `${100 * place}%` }" />
    </div>
    <span class="label">{{ label }}</span>
  </div>
</template>

<style scoped>
.upright {
  display: flex;
  flex-direction: column;
  align-items: center;
  flex: 1 1 0;
  min-height: 90px;
  max-height: 190px;
  width: 100%;
  user-select: none;
}
.written {
  font-size: 16px;
  line-height: 1.3;
}
small {
  font-size: 14px;
  margin-left: 2px;
  color: var(--ink-soft);
}
.label {
  font-size: 14px;
  color: var(--ink-soft);
}
.track {
  position: relative;
  flex: 1;
  width: 56px;
  margin: 8px 0;
  touch-action: none;
  cursor: pointer;
}
.line {
  position: absolute;
  left: 27px;
  top: 0;
  bottom: 0;
  width: 2px;
  background: var(--rule);
}
.done {
  position: absolute;
  left: -1px;
  bottom: 0;
  width: 4px;
  background: var(--active);
}
.knob {
  position: absolute;
  left: 17px;
  width: 22px;
  height: 10px;
  margin-bottom: -5px;
  border-radius: 2px;
  background: var(--ink);
}
</style>
