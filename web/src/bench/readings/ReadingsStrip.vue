<script setup lang="ts">
// What the brush measures as it stands, under the proof sheet: each figure below its name. Each opens.
import { t } from "@/words"
import { reactive, watch } from "vue"
import { useBench } from "../useBench"
import { useReadings, type ReadingKey } from "./useReadings"

const open = defineModel<ReadingKey | undefined>("open")
const { figures, remeasuring } = useReadings(useBench())

// A figure keeps the widest room it had: while a slider moves, the strip must not break anew and the sheet not jump.
const widest = reactive<Partial<Record<ReadingKey, string>>>({ cost: "00.0 ms" })
watch(
  figures,
  (now) => {
    for (const { key, text } of now) if (text!.length > (widest[key]?.length ?? 0)) widest[key] = text!
  },
  { immediate: true },
)
</script>

<template>
  <div
    class="strip"
    :class="{ remeasuring }"
    role="group"
    :aria-label="t('bench.readings')"
    :aria-busy="remeasuring"
  >
    <p v-if="figures.length === 0" class="hm-small">{{ t("bench.measuring") }}</p>
    <button
      v-for="one in figures"
      :key="one.key"
      type="button"
      class="reading"
      :class="{ on: open === one.key, warns: one.warns, verdict: one.key === 'even' }"
      :aria-expanded="open === one.key"
      @click="open = open === one.key ? undefined : one.key"
    >
      <span class="label" :data-key="one.key">{{ one.label }}</span>
      <span class="figure" :data-widest="widest[one.key]">{{ one.text }}</span>
    </button>
  </div>
</template>

<style scoped>
.strip {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  min-height: 47px;
  border-top: 1px solid var(--rule);
}
.strip p {
  padding: 0 12px;
}
.reading {
  display: flex;
  flex-direction: column;
  justify-content: center;
  flex: none;
  min-height: 46px;
  padding: 0 8px;
  line-height: 1.15;
  text-align: left;
  border: 0;
  border-bottom: 3px solid transparent;
  background: none;
  cursor: pointer;
  white-space: nowrap;
  font-variant-numeric: tabular-nums;
}
.label {
  color: var(--ink-soft);
  font-size: 0.875rem;
}
.remeasuring .figure {
  color: var(--ink-soft);
  font-style: italic;
}
/* The widest text that stood here holds the room, unseen. */
.figure::after {
  content: attr(data-widest);
  display: block;
  height: 0;
  overflow: hidden;
  visibility: hidden;
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
