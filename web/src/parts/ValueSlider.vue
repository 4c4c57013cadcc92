<script setup lang="ts">
// A slider for a thumb: the whole height takes the touch, minus and plus step and run while held, the value
// can be tapped and typed.
import { t } from "@/words"
import { computed, useTemplateRef } from "vue"
import StepButton from "./StepButton.vue"
import TypedValue from "./TypedValue.vue"
import { useTrack } from "./useTrack"
import { onStep, placeOf, shown, valueAt } from "@/documents/values"

const props = withDefaults(
  defineProps<{
    label: string
    unit?: string
    low: number
    high: number
    step: number
    log?: boolean
    /** Where it stood in another state: a faint tick. */
    stood?: number | undefined
  }>(),
  { unit: "", log: false, stood: undefined },
)
const value = defineModel<number>({ required: true })
const emit = defineEmits<{ done: [] }>()

const track = useTemplateRef("track")
const place = computed(() => placeOf(value.value, props.low, props.high, props.log))
const tick = computed(() => {
  const { stood, low, high, log } = props
  const there = stood !== undefined && stood !== value.value && stood >= low && stood <= high
  return there ? placeOf(stood, low, high, log) : undefined
})
const written = computed(() => shown(value.value, props.unit, props.step))

function nudge(direction: number): void {
  value.value = onStep(value.value + direction * props.step, props.low, props.high, props.step)
}

useTrack(track, {
  upright: false,
  moved: (at) => (value.value = valueAt(at, props.low, props.high, props.log, props.step)),
  nudged: nudge,
  done: () => emit("done"),
})
</script>

<template>
  <div class="slider">
    <div class="words">
      <slot>
        <span class="label">{{ label }}</span>
      </slot>
      <TypedValue
        v-model="value"
        class="value"
        v-bind="{ label, unit, low, high, step }"
        @done="emit('done')"
      />
    </div>
    <div class="thumb">
      <StepButton :direction="-1" :label="t('parts.less', { label })" @step="nudge" @done="emit('done')" />
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
      >
        <span class="line"><span class="done" :style="{ width: `${100 * place}%` }" /></span>
        <span v-if="tick !== undefined" class="tick" :style="{ left: `${100 * tick}%` }" />
        <span class="knob" :style="{ left: `${100 * place}%` }" />
      </div>
      <StepButton :direction="1" :label="t('parts.more', { label })" @step="nudge" @done="emit('done')" />
    </div>
  </div>
</template>

<style scoped>
.slider {
  user-select: none;
}
.words {
  display: flex;
  align-items: center;
  justify-content: space-between;
  min-height: 30px;
  margin-bottom: -8px;
}
/* Larger for a finger than the row is high. */
.words > :deep(.value) {
  margin-block: -7px;
}
.label {
  font-size: 1rem;
  line-height: 1.1;
}
.thumb {
  display: flex;
  align-items: center;
  height: 44px;
}
.track {
  position: relative;
  flex: 1;
  min-width: 60px;
  height: 44px;
  cursor: pointer;
  touch-action: none;
}
.line {
  position: absolute;
  left: 0;
  right: 0;
  top: 21px;
  height: 2px;
  background: var(--rule);
}
.done {
  position: absolute;
  left: 0;
  top: -1px;
  height: 4px;
  background: var(--active);
}
.knob {
  position: absolute;
  top: 12px;
  width: 10px;
  height: 20px;
  margin-left: -5px;
  border-radius: 2px;
  background: var(--ink);
}
.tick {
  position: absolute;
  top: 10px;
  width: 2px;
  height: 24px;
  margin-left: -1px;
  background: var(--ink-soft);
  opacity: 0.6;
}
.value {
  min-width: 88px;
  margin: -7px 0;
  text-align: right;
}
input.value {
  width: 96px;
  height: 34px;
  margin: 0;
}
</style>
