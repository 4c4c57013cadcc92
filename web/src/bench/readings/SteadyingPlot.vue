<script setup lang="ts">
// The recorded strokes on which the steadying is read: as the hand made them, and as the brush steadies them.
import { inDigits, t } from "@/words"
import { computed, shallowRef, watch } from "vue"
import { useBench } from "../useBench"
import LinePicture from "@/bench/stations/strips/LinePicture.vue"
import { latest } from "@/engine/page/latest"
import type { Readings } from "@/engine/questions/readings"
import type { LineTraces } from "@/engine/pictures/stations"

const props = defineProps<{ now: Readings }>()
const { api, shown } = useBench().engine
const lines = shallowRef<LineTraces[]>([])
const ask = latest(async () => {
  if (shown.value) lines.value = (await api.referenceLines(shown.value.brush)) ?? lines.value
})

watch(() => props.now, ask, { immediate: true })

const figures = computed(() => {
  const { wobble, lag_px: px, lag_ms: ms, rounding } = props.now
  const gone = `${inDigits(100 * Math.max(0, wobble[0]!), 1)} %`
  return [
    t("bench.wobble-taken-out", { gone, lag: inDigits(px[0]!, 1), time: Math.round(ms[0]!) }),
    t("bench.corners-rounded", { by: inDigits(Math.max(0, rounding[0]!), 2) }),
  ]
})
</script>

<template>
  <div class="pair">
    <figure v-for="(says, i) in figures" :key="says">
      <LinePicture :line="lines[i]" :width="420" :height="170" :moments="i === 0 ? 5 : 0" />
      <figcaption>{{ says }}</figcaption>
    </figure>
  </div>
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(280px, 1fr));
  gap: 16px;
}
svg {
  display: block;
  width: 100%;
  background: var(--paper);
}
figcaption {
  padding-top: 4px;
  font-variant-numeric: tabular-nums;
}
</style>
