<script setup lang="ts">
// All links at a glance: a mark for each cell of the response grid, dark where a response is on.
import { computed } from "vue"
import { INPUTS, OUTPUTS } from "@/generated/layout"
import { useBench } from "../useBench"

defineProps<{ open: boolean; small: boolean }>()
const bench = useBench()
const cells = computed(() => {
  const links = bench.state.value?.document.responses ?? {}
  return INPUTS.flatMap((input, y) =>
    OUTPUTS.map((output, x) => {
      const link = links[output.name]?.[input.name]
      return { x, y, on: link?.on ?? false, there: link !== undefined }
    }),
  )
})
const on = computed(() => cells.value.filter((cell) => cell.on).length)
const STEP = 8
</script>

<template>
  <button
    type="button"
    class="card"
    :class="{ open }"
    :aria-expanded="open"
    :aria-label="`Responses: ${on} on`"
  >
    <span class="head"
      ><span class="name">Responses</span><span class="says">{{ on }} on</span></span
    >
    <svg v-if="!small" :viewBox="`0 0 ${OUTPUTS.length * STEP} ${INPUTS.length * STEP}`" aria-hidden="true">
      <circle
        v-for="cell in cells"
        :key="`${cell.x} ${cell.y}`"
        :cx="(cell.x + 0.5) * STEP"
        :cy="(cell.y + 0.5) * STEP"
        :r="cell.on ? 3.2 : cell.there ? 2 : 1"
        :class="{ on: cell.on }"
      />
    </svg>
  </button>
</template>

<style scoped>
.card {
  flex: 0 0 132px;
  min-width: 0;
  display: flex;
  flex-direction: column;
  padding: 0;
  border: 0;
  background: none;
  text-align: left;
  cursor: pointer;
}
.head {
  display: flex;
  align-items: baseline;
  gap: 8px;
  min-height: 36px;
  padding: 6px 2px 4px;
}
.name {
  font-weight: 700;
}
.says {
  font-size: 14px;
  color: var(--ink-soft);
  white-space: nowrap;
}
svg {
  flex: 1;
  min-height: 0;
  width: 100%;
  background: var(--paper);
}
circle {
  fill: #9aa8a3;
}
.on {
  fill: #1e2a2d;
}
.open .head {
  box-shadow: inset 0 -3px 0 var(--active);
}
.open .name {
  color: var(--active);
}
</style>
