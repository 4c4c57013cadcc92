<script setup lang="ts">
// The size of the brush as a stroke of its own, standing upright: touch it where it is as wide as you want.
import { t } from "@/words"
import { settingNamed } from "@/documents/brush"
import { useTimeoutFn } from "@vueuse/core"
import { computed, ref, useTemplateRef } from "vue"
import TypedValue from "@/parts/TypedValue.vue"
import { useTrack } from "@/parts/useTrack"
import { onStep, placeOf, shown, valueAt } from "@/documents/values"
import InkedPicture from "./InkedPicture.vue"

/** A finger that rests so long spreads the sizes about its own over the whole wedge, ms. */
const REST = 500
/** How far apart the sizes at the ends of a spread wedge are, as a factor. */
const SPREAD = 1.6

const props = defineProps<{
  /** Ends of the range, px; the size may lie beyond them. */
  low: number
  high: number
  /** The size on paper, told. */
  label: string
}>()
const value = defineModel<number>({ required: true })
const emit = defineEmits<{
  /** A finger rests on it: the size is shown on the paper. */
  sizing: [on: boolean]
  done: []
}>()
const size = settingNamed("size")
const track = useTemplateRef("track")
const ratio = window.devicePixelRatio || 1

const range = computed(() => ({
  low: Math.min(props.low, value.value),
  high: Math.max(props.high, value.value),
}))
/** The range while it is held, or spread: it must not give way under the finger. */
const held = ref<{ low: number; high: number }>()
const spread = ref(false)
const ends = computed(() => held.value ?? range.value)
const place = computed(() =>
  Math.min(1, Math.max(0, placeOf(value.value, ends.value.low, ends.value.high, true))),
)

const rest = useTimeoutFn(
  () => {
    spread.value = true
    held.value = {
      low: Math.max(size.low, value.value / Math.sqrt(SPREAD)),
      high: Math.min(size.high, value.value * Math.sqrt(SPREAD)),
    }
  },
  REST,
  { immediate: false },
)

function change(next: number): void {
  if (next !== value.value) value.value = next
  emit("sizing", true)
}

function nudge(direction: number): void {
  change(onStep(value.value + direction * size.step, size.low, size.high, size.step))
}

function moved(at: number): void {
  held.value ??= range.value
  const { low, high } = held.value
  const next = valueAt(at, low, high, true, spread.value ? size.step / 10 : size.step)
  if (!spread.value && (next !== value.value || !rest.isPending.value)) rest.start()
  change(next)
}

function done(): void {
  rest.stop()
  held.value = undefined
  spread.value = false
  emit("sizing", false)
  emit("done")
}

useTrack(track, { upright: true, moved, nudged: nudge, done })

const wedge = computed(() => ({
  low: ends.value.low,
  high: Math.max(ends.value.high, ends.value.low * 1.01),
  ratio,
}))
</script>

<template>
  <div class="size">
    <div
      ref="track"
      class="wedge"
      :class="{ spread, held }"
      role="slider"
      tabindex="0"
      :aria-label="t('pictures.size')"
      :aria-valuemin="size.low"
      :aria-valuemax="size.high"
      :aria-valuenow="value"
      :aria-valuetext="`${shown(value, size.unit, size.step)} ${size.unit}`"
      aria-orientation="vertical"
    >
      <InkedPicture class="ink" station="wedge" :wedge="wedge" />
      <span class="mark" :style="{ bottom: `${100 * place}%` }" />
    </div>
    <TypedValue
      :model-value="value"
      :label="t('pictures.size')"
      v-bind="{ unit: size.unit, low: size.low, high: size.high, step: size.step }"
      @update:model-value="value = $event"
      @done="emit('done')"
    />
    <span class="hm-small mm">{{ label }}</span>
  </div>
</template>

<style scoped>
.size {
  flex: 1 1 0;
  display: flex;
  flex-direction: column;
  align-items: center;
  width: 100%;
  min-height: 120px;
  user-select: none;
}
.wedge {
  position: relative;
  flex: 1;
  width: 100%;
  min-height: 0;
  background: var(--paper);
  touch-action: none;
  cursor: pointer;
}
.ink {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  /* At rest it must not be the first thing that one sees. */
  opacity: 0.4;
}
.held .ink {
  opacity: 1;
}
/* Two notches beside the stroke, so that nothing lies over it where it is looked at. */
.mark {
  position: absolute;
  left: 0;
  right: 0;
  height: 0;
}
.mark::before,
.mark::after {
  content: "";
  position: absolute;
  top: -7px;
  border: 7px solid transparent;
}
.mark::before {
  left: 0;
  border-left: 9px solid var(--ember);
}
.mark::after {
  right: 0;
  border-right: 9px solid var(--ember);
}
.spread {
  outline: 2px solid var(--ember);
}
.mm {
  margin-top: -10px;
}
</style>
