<script setup lang="ts">
// The time that 1000 px of stroke take, beside the time in which the screen shows its next picture.
import { inDigits, t } from "@/words"
import { computed } from "vue"
import type { Readings } from "@/engine/questions/readings"

const props = defineProps<{ now: Readings }>()
/** Time between two pictures of a screen that shows sixty a second, ms. */
const FRAME = 1000 / 60
const most = computed(() => 1.15 * Math.max(FRAME, props.now.cost))
const across = (ms: number) => `${(100 * ms) / most.value}%`
</script>

<template>
  <div class="cost">
    <div class="track">
      <span class="bar" :style="{ width: across(now.cost) }" />
      <span class="frame" :style="{ left: across(FRAME) }" />
    </div>
    <p>
      {{ t("bench.1000-px-of-this-stroke-ms", { cost: inDigits(now.cost, 1), frame: inDigits(FRAME, 1) }) }}
    </p>
    <p class="hm-small">
      {{ t("bench.a-pen-draws-far-less-than", { took: Math.round(now.took) }) }}
    </p>
  </div>
</template>

<style scoped>
.cost {
  display: grid;
  gap: 8px;
  font-variant-numeric: tabular-nums;
}
.track {
  position: relative;
  height: 56px;
  background: var(--paper);
}
.bar {
  position: absolute;
  inset: 16px auto 16px 0;
  background: var(--on-sheet);
}
.frame {
  position: absolute;
  top: 0;
  bottom: 0;
  border-left: 2px solid var(--mark);
}
</style>
