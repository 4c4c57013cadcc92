<script setup lang="ts">
// What a kind of pointer really reports on this device, seen in the strokes that were drawn with it.
import { t } from "@/words"
import type { Kind } from "@/documents/stroke"
import { computed, shallowRef, watch } from "vue"
import type { Reports } from "@/engine/pictures/stations"
import { useBench } from "../useBench"

const props = defineProps<{ kind: Kind }>()
const bench = useBench()
const reports = shallowRef<Reports>()
const BINS = 40
const WIDTH = 400
const HEIGHT = 92
/** A span that is no wider than this, 0..1, is one value. */
const STILL = 0.01

watch(
  [() => props.kind, bench.proofs.strokes],
  async ([kind, own]) => {
    reports.value = await bench.engine.api.reports(
      kind,
      own.map((one) => one.id),
      BINS,
    )
  },
  { immediate: true },
)

const bars = computed(() => {
  const pressures = reports.value?.pressures ?? []
  const most = Math.max(1e-6, ...pressures)
  const step = WIDTH / BINS
  return pressures.map((length, i) => {
    const height = (HEIGHT * length) / most
    return { x: i * step, y: HEIGHT - height, width: step - 1.5, height }
  })
})

function span([least, most]: [number, number], times: number, unit: string): string {
  const [a, b] = [Math.round(least * times), Math.round(most * times)]
  return a === b ? `${a}${unit}` : `${a} to ${b}${unit}`
}

/** A pointer that always reports one pressure tells nothing by it. */
const still = computed(() => {
  const [least, most] = reports.value?.pressure ?? [0, 1]
  return most - least < STILL
})
const from = computed(() => `${props.kind}_pressure` as const)
const lost = computed(() => still.value && bench.state.value?.document[from.value] === "as reported")

function takeSpeed(): void {
  bench.change(from.value, "from speed")
  bench.closeStep()
}

const says = computed(() => {
  const now = reports.value
  if (!now || now.strokes === 0) return []
  const { pressure, tilt, twist } = now
  return [
    still.value
      ? t("bench.pressure-always-so-it-tells-nothing", { pressure: span(pressure, 100, " %") })
      : t("bench.pressure-2", { pressure: span(pressure, 100, " %") }),
    tilt[1] < STILL ? "Tilt: none" : t("bench.tilt", { tilt: span(tilt, 90, "°") }),
    twist[1] - twist[0] < STILL
      ? t("bench.barrel-turn-none")
      : t("bench.barrel-turn", { turn: span(twist, 180 / Math.PI, "°") }),
  ]
})
</script>

<template>
  <section class="reports">
    <p class="hm-small">{{ t("bench.what-your-reports-here", { kind }) }}</p>
    <template v-if="says.length > 0">
      <svg :viewBox="`0 0 ${WIDTH} ${HEIGHT}`" preserveAspectRatio="none" aria-hidden="true">
        <rect v-for="(bar, i) in bars" :key="i" v-bind="bar" />
      </svg>
      <p class="ends hm-small">
        <span>{{ t("bench.light-2") }}</span><span>{{ t("bench.how-often-you-press-so") }}</span
        ><span>{{ t("bench.heavy") }}</span>
      </p>
      <p v-for="one in says" :key="one">{{ one }}</p>
      <button v-if="lost" type="button" class="hm-quiet hm-on" @click="takeSpeed">
        {{ t("bench.let-its-pressure-come-from-its") }}
      </button>
    </template>
    <p v-else>{{ t("bench.draw-a-stroke-with-your-on", { kind }) }}</p>
  </section>
</template>

<style scoped>
.reports {
  display: flex;
  flex-direction: column;
  gap: 4px;
  min-width: 0;
  font-variant-numeric: tabular-nums;
}
svg {
  width: 100%;
  height: 92px;
  background: var(--paper);
}
rect {
  fill: var(--on-sheet);
}
.ends {
  display: flex;
  justify-content: space-between;
  margin-bottom: 8px;
}
</style>
