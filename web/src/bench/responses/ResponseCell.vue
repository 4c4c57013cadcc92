<script setup lang="ts">
// A cell of the response grid: a small curve where a link is on, dim where it is off, empty where there is none.
import { t } from "@/words"
import type { Link } from "@/documents/brush"
import { computed } from "vue"

const props = defineProps<{
  label: string
  link?: Link
  table: Float32Array
  /** The input just now; nothing while no pen is down. */
  live?: number
  chosen: boolean
  /** How far the output's range may go. */
  span: readonly [number, number]
}>()
defineEmits<{ touch: [] }>()

const WIDTH = 60
const HEIGHT = 44
const PAD = 7
const STEPS = 24

const place = (x: number, y: number): [number, number] => {
  const [low, high] = props.link!.range
  const [from, to] = [Math.min(low, high), Math.max(low, high)]
  const out = low + (high - low) * y
  // Each cell is as tall as its own range, so that every curve shows; the direction stays true.
  const up = to - from > 1e-6 ? (out - from) / (to - from) : 0.5
  return [PAD + x * (WIDTH - 2 * PAD), HEIGHT - PAD - up * (HEIGHT - 2 * PAD)]
}
const at = (x: number) => props.table[Math.round(Math.min(1, Math.max(0, x)) * (props.table.length - 1))] ?? 0

const path = computed(() => {
  if (!props.link || props.table.length === 0) return ""
  return Array.from({ length: STEPS + 1 }, (_, i) => {
    const [x, y] = place(i / STEPS, at(i / STEPS))
    return `${i ? "L" : "M"}${x.toFixed(1)} ${y.toFixed(1)}`
  }).join("")
})
const mark = computed(() =>
  props.link?.on && props.live !== undefined && props.table.length > 0
    ? place(Math.min(1, Math.max(0, props.live)), at(props.live))
    : undefined,
)
const says = computed(() =>
  props.link ? (props.link.on ? t("bench.link-on") : t("bench.link-off")) : t("bench.link-none"),
)
</script>

<template>
  <button
    type="button"
    class="cell"
    :class="{ chosen, off: link && !link.on }"
    :aria-label="`${label}: ${says}`"
    :aria-pressed="chosen"
    @click="$emit('touch')"
  >
    <svg v-if="link" :viewBox="`0 0 ${WIDTH} ${HEIGHT}`" preserveAspectRatio="none" aria-hidden="true">
      <path :d="path" />
      <circle v-if="mark" :cx="mark[0]" :cy="mark[1]" r="4" />
    </svg>
    <span v-else class="dot" />
  </button>
</template>

<style scoped>
.cell {
  display: block;
  width: 100%;
  height: 44px;
  padding: 0;
  border: 0;
  background: none;
  cursor: pointer;
}
.cell:has(svg) {
  background: var(--paper);
}
.dot {
  display: block;
  width: 5px;
  height: 5px;
  margin: auto;
  border-radius: 50%;
  background: var(--rule);
}
.chosen {
  box-shadow: inset 0 0 0 2px var(--active);
}
svg {
  display: block;
  width: 100%;
  height: 100%;
}
path {
  fill: none;
  stroke: var(--on-sheet);
  stroke-width: 2;
  vector-effect: non-scaling-stroke;
}
.off path {
  opacity: 0.3;
}
circle {
  fill: var(--mark);
}
</style>
