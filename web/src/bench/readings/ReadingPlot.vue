<script setup lang="ts">
// What was measured, drawn: one or more lines over a common axis.
import { useElementSize } from "@vueuse/core"
import { computed, useTemplateRef } from "vue"
import { trace } from "@/parts/plot"
import type { Plot } from "./plots"

const props = defineProps<Plot>()
const box = useTemplateRef("box")
const { width, height } = useElementSize(box)
const FOOT = 24
const PAD = 10

const plot = computed(() => ({ width: width.value, height: Math.max(40, height.value - FOOT), pad: PAD }))
const range = computed(() => {
  const all = props.lines.flatMap((line) => line.x)
  return [Math.min(...all), Math.max(...all)] as const
})
const across = (x: number) =>
  PAD + ((x - range.value[0]) / (range.value[1] - range.value[0] || 1)) * (width.value - 2 * PAD)
const paths = computed(() => props.lines.map((line) => trace(line.x, line.y, props.most, plot.value)))
</script>

<template>
  <div ref="box" class="plot">
    <svg
      :viewBox="`0 0 ${Math.max(1, width)} ${Math.max(1, height)}`"
      role="img"
      :aria-label="lines[0]?.label"
    >
      <rect class="field" x="0" y="0" :width="width" :height="plot.height" />
      <g v-for="mark in marks ?? []" :key="mark.label">
        <line class="mark" :x1="across(mark.x)" :x2="across(mark.x)" y1="0" :y2="plot.height" />
        <text class="ember" :x="across(mark.x) + 5" y="18">{{ mark.label }}</text>
      </g>
      <path v-for="(path, i) in paths" :key="i" :class="`line line-${i}`" :d="path" />
      <text :x="PAD" :y="height - 7">{{ ends[0] }}</text>
      <text class="last" :x="width - PAD" :y="height - 7">{{ ends[1] }}</text>
    </svg>
    <p v-if="lines.length > 1" class="key hm-small">
      <span v-for="(line, i) in lines" :key="line.label"><i :class="`line-${i}`" /> {{ line.label }}</span>
    </p>
  </div>
</template>

<style scoped>
.plot {
  position: relative;
  min-height: 130px;
  height: 100%;
}
svg {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
}
.field {
  fill: var(--paper);
}
.line {
  fill: none;
  stroke: var(--on-sheet);
  stroke-width: 2.5;
  stroke-linejoin: round;
}
.line-1 {
  stroke-dasharray: 7 4;
}
.line-2 {
  stroke-dasharray: 2 4;
}
.mark {
  stroke: var(--mark);
}
text {
  font-size: 0.875rem;
  fill: var(--ink-soft);
}
.last {
  text-anchor: end;
}
.ember {
  fill: var(--mark);
}
.key {
  position: absolute;
  right: 12px;
  top: 6px;
  display: flex;
  gap: 14px;
  color: var(--on-sheet-soft);
}
.key i {
  display: inline-block;
  width: 24px;
  border-top: 2.5px solid var(--on-sheet);
  vertical-align: middle;
}
.key .line-1 {
  border-top-style: dashed;
}
.key .line-2 {
  border-top-style: dotted;
}
</style>
