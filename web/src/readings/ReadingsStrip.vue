<script setup lang="ts">
// What the brush measures as it stands, in a line under the proof sheet. Each opens.
import { useBench } from "@/bench/useBench"
import { useReadings, type ReadingKey } from "./useReadings"

const open = defineModel<ReadingKey | undefined>("open")
const { figures, remeasuring } = useReadings(useBench())
</script>

<template>
  <div class="strip" :class="{ remeasuring }" role="group" aria-label="Readings" :aria-busy="remeasuring">
    <p v-if="figures.length === 0" class="small">Measuring…</p>
    <button
      v-for="one in figures"
      :key="one.key"
      type="button"
      class="reading"
      :class="{ on: open === one.key, warns: one.warns, verdict: one.key === 'even' }"
      :aria-expanded="open === one.key"
      @click="open = open === one.key ? undefined : one.key"
    >
      <span class="label">{{ one.label }}</span> <span class="figure">{{ one.text }}</span>
    </button>
  </div>
</template>

<style scoped>
.strip {
  display: flex;
  align-items: center;
  min-height: 44px;
  overflow-x: auto;
  scrollbar-width: none;
  border-top: 1px solid var(--rule);
}
.strip p {
  padding: 0 12px;
}
.reading {
  flex: none;
  height: 44px;
  padding: 0 7px;
  border: 0;
  border-bottom: 3px solid transparent;
  background: none;
  cursor: pointer;
  white-space: nowrap;
  font-variant-numeric: tabular-nums;
}
.label {
  color: var(--ink-soft);
  font-size: 14px;
}
.remeasuring .figure {
  color: var(--ink-soft);
  font-style: italic;
}
.on {
  border-bottom-color: var(--active);
}
.verdict .figure {
  font-weight: 700;
}
.warns .figure {
  color: var(--ember);
  font-weight: 700;
}
</style>
