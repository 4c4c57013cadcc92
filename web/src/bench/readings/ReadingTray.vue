<script setup lang="ts">
// One reading opened: what it is, how it was measured, what was measured, and the station that causes it.
import { inDigits, t } from "@/words"
import { computed } from "vue"
import { useBench } from "../useBench"
import { EVEN } from "@/generated/layout"
import CauseList from "./CauseList.vue"
import CostPlot from "./CostPlot.vue"
import FitPlot from "./FitPlot.vue"
import { PLOTS } from "./plots"
import ReadingPlot from "./ReadingPlot.vue"
import SteadyingPlot from "./SteadyingPlot.vue"
import TaperPlot from "./TaperPlot.vue"
import { KINDS, readingOf, useReadings, type ReadingKey } from "./useReadings"

const props = defineProps<{ reading: ReadingKey }>()
const emit = defineEmits<{ station: [key: string] }>()
const bench = useBench()
const { now, figures } = useReadings(bench)

const words = computed(() => readingOf(props.reading))
const figure = computed(() => figures.value.find((one) => one.key === props.reading)?.text)
const plot = computed(() => now.value && PLOTS[props.reading]?.(now.value))
const widest = computed(() => now.value?.widest_spacing[0] ?? -1)
/** How much thicker the thickest line is than the thinnest, where they differ. */
const ratios = computed(() => {
  if (props.reading !== "width" || !now.value) return []
  return KINDS.flatMap((kind, i) => {
    const ratio = now.value!.ratio[i]!
    return ratio > 1 + EVEN
      ? [t("bench.with-the-times-as-thick-as", { kind, ratio: inDigits(ratio, 1) })]
      : []
  })
})
/** What stations are called: their own table would go round in a circle with this. */
const NAMES: Record<string, string> = {
  ...{ hand: t("bench.hand"), line: t("bench.line"), weight: t("bench.weight") },
  ...{ tip: t("bench.tip"), grain: t("bench.grain"), ink: t("bench.ink") },
}
const share = (value: number) => `${inDigits(100 * value, 1)} %`

function setSpacing(): void {
  bench.change("spacing", Math.max(0.01, Math.floor(100 * widest.value) / 100))
  bench.closeStep()
}
</script>

<template>
  <div v-if="now" class="opened">
    <div class="words">
      <p class="figure">{{ words.label }} {{ figure }}</p>
      <p>{{ words.what }}</p>
      <p class="hm-small">{{ words.how }}</p>
      <div class="ways">
        <button type="button" class="hm-quiet to" @click="emit('station', words.station)">
          {{
            t("bench.to-the-station", {
              station: NAMES[words.station] ?? words.station,
            })
          }}
        </button>
        <a class="hm-quiet to" :href="`/api/brushes/${bench.id}/readings.csv`" download>{{
          t("bench.save-all-as-csv")
        }}</a>
      </div>
      <p v-for="one in ratios" :key="one">{{ one }}</p>
      <template v-if="reading === 'ripple'">
        <button v-if="widest > 0" type="button" class="hm-quiet hm-on" @click="setSpacing">
          {{ t("bench.set-the-widest-spacing-that-hides", { widest: share(widest) }) }}
        </button>
        <p v-else>{{ t("bench.no-spacing-hides-it-the-edge") }}</p>
      </template>
    </div>
    <div class="shown">
      <template v-if="reading === 'even'">
        <CauseList />
        <ReadingPlot v-if="plot" v-bind="plot" class="below" />
      </template>
      <TaperPlot v-else-if="reading === 'tapers'" :now="now" />
      <SteadyingPlot v-else-if="reading === 'steadying'" :now="now" />
      <FitPlot v-else-if="reading === 'fit'" :now="now" />
      <CostPlot v-else-if="reading === 'cost'" :now="now" />
      <ReadingPlot v-else-if="plot" v-bind="plot" />
    </div>
  </div>
</template>

<style scoped>
.opened {
  display: flex;
  gap: 32px;
  height: 100%;
}
.words {
  flex: 0 0 400px;
  display: flex;
  flex-direction: column;
  align-items: flex-start;
  gap: 8px;
  overflow-y: auto;
  line-height: 1.3;
}
.figure {
  font-size: 1.375rem;
  font-weight: 700;
}
.ways {
  display: flex;
  gap: 16px;
}
.to {
  display: inline-flex;
  align-items: center;
  padding-left: 0;
  text-decoration: underline;
}
.below {
  height: 132px;
  margin-top: 12px;
}
.shown {
  flex: 1;
  min-width: 0;
  overflow-y: auto;
}
@media (max-width: 62.5rem) {
  .opened {
    flex-direction: column;
    gap: 8px;
  }
  .words {
    flex: none;
  }
}
</style>
