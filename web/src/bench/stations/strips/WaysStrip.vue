<script setup lang="ts">
// The same slow, shaky stroke and the same corners, unsteadied and with each way; what each takes out and costs.
import { inDigits, said, t } from "@/words"
import { computed, shallowRef, watch } from "vue"
import { latest } from "@/engine/page/latest"
import type { Steadied } from "@/engine/questions/readings"
import { WAYS } from "@/engine/pictures/stations"
import { useBench } from "../../useBench"
import ChoiceCard from "../ChoiceCard.vue"
import InkedPicture from "@/pictures/InkedPicture.vue"

const bench = useBench()
const { api, shown } = bench.engine
const figures = shallowRef<Steadied[]>([])
const ask = latest(async () => {
  if (shown.value) figures.value = (await api.compare(shown.value.brush)) ?? figures.value
})

watch(shown, ask, { immediate: true })

const ways = computed(() =>
  WAYS.map((way, i) => {
    const now = figures.value[i]
    return {
      way,
      rows: now && [
        [t("bench.wobble-taken-out"), `${Math.round(100 * Math.max(0, now.wobble))} %`],
        ["lag", `${inDigits(now.lagPx, 1)} px, ${Math.round(now.lagMs)} ms`],
        [t("bench.corners-rounded-by"), now.rounding < 0 ? "–" : `${inDigits(now.rounding, 1)} px`],
      ],
    }
  }),
)
</script>

<template>
  <div class="ways">
    <ChoiceCard
      v-for="{ way, rows } in ways"
      :key="way"
      class="way"
      :on="bench.state.value?.document.steadying === way"
      :aria-label="t('bench.steady-by', { way: said(way) })"
      @click="bench.change('steadying', way)"
    >
      <span class="name">{{ said(way) }}</span>
      <InkedPicture :station="way" :shape="280 / 168" />
      <span class="figures">
        <span v-for="[label, value] in rows" :key="label" class="row">
          <span class="hm-small">{{ label }}</span><span>{{ value }}</span>
        </span>
      </span>
    </ChoiceCard>
  </div>
</template>

<style scoped>
.ways {
  grid-column: 1 / -1;
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  gap: 16px;
  align-items: start;
  min-width: 0;
}
.name {
  padding-top: 4px;
}
.row {
  display: flex;
  justify-content: space-between;
  gap: 8px;
  font-variant-numeric: tabular-nums;
}
@media (max-width: 62.5rem) {
  .ways {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
  canvas {
    width: 217px;
  }
}
</style>
