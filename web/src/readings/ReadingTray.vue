<script setup lang="ts">
// One reading opened: what it is, how it was measured, what was measured, and the station that causes it.
import { computed } from "vue"
import { useBench } from "@/bench/useBench"
import { PRESSURES } from "@/generated/layout"
import CauseList from "./CauseList.vue"
import ReadingPlot from "./ReadingPlot.vue"
import { KINDS, readingOf, useReadings, type ReadingKey } from "./useReadings"

const props = defineProps<{ reading: ReadingKey }>()
const emit = defineEmits<{ station: [key: string] }>()
const bench = useBench()
const { now, figures } = useReadings(bench)

const words = computed(() => readingOf(props.reading))
const figure = computed(() => figures.value.find((one) => one.key === props.reading)?.text)
const steps = (count: number, step: number) => Array.from({ length: count }, (_, i) => i * step)
const share = (value: number) => `${(100 * value).toFixed(1)} %`

const widths = computed(() => {
  const taken = now.value
  if (!taken) return []
  const count = PRESSURES.length
  const lines = KINDS.map((label, kind) => ({
    label: label as string,
    x: PRESSURES.map((one) => one as number),
    y: taken.width.slice(kind * count, (kind + 1) * count),
  }))
  const alike = lines.every((line) => line.y.every((w, i) => Math.abs(w - lines[0]!.y[i]!) < 0.05))
  return alike ? [{ ...lines[0]!, label: "all pointers" }] : lines
})

const profile = computed(() => {
  const taken = now.value!
  const count = taken.profile_count[0]!
  return [
    { label: "coverage across", x: steps(count, taken.profile_step[0]!), y: taken.profile.slice(0, count) },
  ]
})

const edge = computed(() => {
  const taken = now.value!
  const count = taken.edge_count[0]!
  const places = taken.edge.slice(0, count)
  const middle = places.reduce((sum, y) => sum + y, 0) / Math.max(1, count)
  // Two px of swing fill the plot, or as much as there is.
  const most = Math.max(2, ...places.map((y) => 2 * Math.abs(y - middle)))
  return [
    { label: "edge", x: steps(count, taken.edge_step[0]!), y: places.map((y) => 0.5 + (middle - y) / most) },
  ]
})

const likeness = computed(() => {
  const taken = now.value!
  const count = taken.auto_count[0]!
  const y = taken.auto.slice(0, count).map((r) => Math.max(0, r))
  return [{ label: "likeness", x: steps(count, taken.auto_step[0]!), y }]
})

const lights = computed(() => {
  const { lights, darkest, lightest } = now.value!
  const most = Math.max(1, ...lights)
  // From a little below the darkest ink to a little above the lightest.
  const [from, to] = [Math.max(0, darkest[0]! - 0.1), Math.min(1, lightest[0]! + 0.1)]
  const shown = lights
    .map((count, i) => ({ x: (i + 0.5) / lights.length, y: count / most }))
    .filter(({ x }) => x >= from && x <= to)
  return {
    lines: [
      { label: "how much ink is how light", x: shown.map((one) => one.x), y: shown.map((one) => one.y) },
    ],
    ends: [`${Math.round(100 * from)} % light`, `${Math.round(100 * to)} %`] as [string, string],
    marks: [
      { x: darkest[0]!, label: "darkest" },
      { x: lightest[0]!, label: "lightest" },
    ],
  }
})

function setSpacing(): void {
  const widest = Math.floor(100 * now.value!.widest_spacing[0]!) / 100
  bench.change("spacing", Math.max(0.01, widest))
  bench.closeStep()
}

const tapers = computed(() => {
  const taken = now.value
  if (!taken) return []
  return KINDS.map((kind, i) => ({
    kind,
    start: `${taken.taper_start[i]!.toFixed(0)} px, from ${share(taken.point_start[i]!)}`,
    end: `${taken.taper_end[i]!.toFixed(0)} px, to ${share(taken.point_end[i]!)}`,
  }))
})
</script>

<template>
  <div v-if="now" class="opened">
    <div class="words">
      <p class="figure">{{ words.label }} {{ figure }}</p>
      <p>{{ words.what }}</p>
      <p class="small">{{ words.how }}</p>
      <div class="ways">
        <button type="button" class="quiet to" @click="emit('station', words.station)">
          To the {{ words.station }} station
        </button>
        <a class="quiet to" :href="`/api/brushes/${bench.id}/readings.csv`" download>Save all as CSV</a>
      </div>
      <button v-if="reading === 'ripple'" type="button" class="quiet on" @click="setSpacing">
        Set the widest spacing that hides them: {{ share(now.widest_spacing[0]!) }}
      </button>
    </div>
    <div class="shown">
      <CauseList v-if="reading === 'even'" />
      <ReadingPlot
        v-else-if="reading === 'width'"
        :lines="widths"
        :most="1.1 * Math.max(...widths.flatMap((one) => one.y))"
        :ends="['light press', 'hard press']"
      />
      <ReadingPlot
        v-else-if="reading === 'edge' || reading === 'density'"
        :lines="profile"
        :most="1.1"
        :ends="['one edge', 'the other']"
      />
      <ReadingPlot
        v-else-if="reading === 'ripple'"
        :lines="edge"
        :most="1"
        :ends="['along the stroke', `${now.edge_count[0]! * now.edge_step[0]!} px`]"
      />
      <ReadingPlot
        v-else-if="reading === 'repeat'"
        :lines="likeness"
        :most="1.05"
        :ends="['no way on', `${Math.round(now.auto_count[0]! * now.auto_step[0]!)} px on`]"
        :marks="now.repeat[0]! > 0 ? [{ x: now.repeat_px[0]!, label: 'strongest' }] : []"
      />
      <ReadingPlot v-else-if="reading === 'light'" v-bind="lights" :most="1.1" />
      <table v-else>
        <tbody v-if="reading === 'tapers'">
          <tr v-for="one in tapers" :key="one.kind">
            <th>{{ one.kind }}</th>
            <td>start {{ one.start }}</td>
            <td>end {{ one.end }}</td>
          </tr>
        </tbody>
        <tbody v-else-if="reading === 'steadying'">
          <tr>
            <th>wobble taken out</th>
            <td>{{ share(now.wobble[0]!) }}</td>
          </tr>
          <tr>
            <th>lag</th>
            <td>{{ now.lag_px[0]!.toFixed(1) }} px, {{ Math.round(now.lag_ms[0]!) }} ms</td>
          </tr>
          <tr>
            <th>corners rounded by</th>
            <td>{{ Math.max(0, now.rounding[0]!).toFixed(2) }} px</td>
          </tr>
        </tbody>
        <tbody v-else-if="reading === 'fit'">
          <tr v-if="now.shape_fit[0]! >= 0">
            <th>shape</th>
            <td>{{ now.shape_fit[0]!.toFixed(2) }} px per px</td>
          </tr>
          <tr v-if="now.grain_fit[0]! >= 0">
            <th>grain</th>
            <td>{{ now.grain_fit[0]!.toFixed(2) }} px per px</td>
          </tr>
        </tbody>
        <tbody v-else>
          <tr>
            <th>1000 px of stroke</th>
            <td>{{ now.cost.toFixed(2) }} ms</td>
          </tr>
          <tr>
            <th>all readings</th>
            <td>{{ Math.round(now.took) }} ms</td>
          </tr>
        </tbody>
      </table>
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
  font-size: 22px;
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
.shown {
  flex: 1;
  min-width: 0;
  overflow-y: auto;
}
table {
  border-collapse: collapse;
}
th,
td {
  height: 44px;
  padding: 0 24px 0 0;
  text-align: left;
  font-weight: 400;
  font-size: 18px;
  font-variant-numeric: tabular-nums;
}
th {
  color: var(--ink-soft);
}
@media (max-width: 1000px) {
  .opened {
    flex-direction: column;
    gap: 8px;
  }
  .words {
    flex: none;
  }
}
</style>
