<script setup lang="ts">
// All links at a glance: a mark for each cell of the response grid, dark where a response is on.
import { t } from "@/words"
import { computed } from "vue"
import { INPUTS } from "@/generated/layout"
import { useBench } from "../useBench"
import { COLUMNS } from "./useResponses"
import CardFrame from "../stations/CardFrame.vue"

defineProps<{ open: boolean; small: boolean }>()
const bench = useBench()
const cells = computed(() => {
  const links = bench.state.value?.document.responses ?? {}
  return INPUTS.flatMap((input, y) =>
    COLUMNS.map((output, x) => {
      const link = links[output.name]?.[input.name]
      return { x, y, on: link?.on ?? false, there: link !== undefined }
    }),
  )
})
const on = computed(() => cells.value.filter((cell) => cell.on).length)
const STEP = 8
</script>

<template>
  <CardFrame class="links" :label="t('bench.responses')" :says="t('bench.on-2', { on })" :open="open">
    <svg v-if="!small" :viewBox="`0 0 ${COLUMNS.length * STEP} ${INPUTS.length * STEP}`" aria-hidden="true">
      <circle
        v-for="cell in cells"
        :key="`${cell.x} ${cell.y}`"
        :cx="(cell.x + 0.5) * STEP"
        :cy="(cell.y + 0.5) * STEP"
        :r="cell.on ? 3.2 : cell.there ? 2 : 1"
        :class="{ on: cell.on }"
      />
    </svg>
  </CardFrame>
</template>

<style scoped>
.links {
  flex: 0 0 132px;
}
svg {
  /* As the pictures of stations, it asks for no height of its own. */
  contain: size;
  flex: 1 1 0;
  height: 0;
  min-height: 0;
  width: 100%;
  background: var(--paper);
}
circle {
  fill: var(--pencil);
}
.on {
  fill: var(--on-sheet);
}
</style>
