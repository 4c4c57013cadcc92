<script setup lang="ts">
// The verdict per kind of pointer, and what varies the line, largest first, each with a tap that switches it off.
import { inDigits, said, t } from "@/words"
import { computed } from "vue"
import { useBench } from "../useBench"
import { EVEN } from "@/generated/layout"
import { KINDS, useReadings, variesOf } from "./useReadings"

const { now, causes } = useReadings(useBench())
const verdicts = computed(() => {
  const varies = now.value ? variesOf(now.value) : []
  return KINDS.map((kind, i) => ({
    kind,
    even: varies[i]! <= EVEN,
    by: `${inDigits(100 * varies[i]!, 1)} %`,
  }))
})
const NOTABLE = 0.005
const found = computed(() => {
  if (!now.value?.whole) return t("bench.looking-for-what-varies-it")
  return causes.value.length > 0 ? t("bench.varied-by") : t("bench.nothing-varies-the-line")
})

function share(effect: number): string {
  return effect > NOTABLE ? `${inDigits(100 * effect, effect < 0.1 ? 1 : 0)} %` : "–"
}
</script>

<template>
  <table :aria-label="t('bench.what-varies-the-line')">
    <thead>
      <tr>
        <th scope="col">{{ found }}</th>
        <th v-for="one in verdicts" :key="one.kind" scope="col">
          {{ said(one.kind) }}:
          <strong :class="{ uneven: !one.even }">{{ one.even ? t("bench.even") : one.by }}</strong>
        </th>
        <th />
      </tr>
    </thead>
    <tbody>
      <tr v-for="cause in causes" :key="cause.label">
        <th scope="row">{{ cause.label }}</th>
        <td v-for="(effect, i) in cause.effects" :key="i">{{ share(effect) }}</td>
        <td class="act">
          <button
            type="button"
            class="hm-quiet hm-on"
            :aria-label="t('bench.switch-off', { label: cause.label })"
            @click="cause.off()"
          >
            {{ t("bench.switch-off-2") }}
          </button>
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
table {
  width: 100%;
  border-collapse: collapse;
}
th,
td {
  height: 45px;
  padding: 0 12px 0 0;
  text-align: left;
  font-weight: 400;
  font-variant-numeric: tabular-nums;
  border-bottom: 1px solid var(--room-deep);
}
thead th {
  height: 36px;
  color: var(--ink-soft);
  font-size: 0.9375rem;
  position: sticky;
  top: 0;
  background: var(--room);
}
strong {
  color: var(--active);
}
strong.uneven {
  color: var(--ember);
}
tbody th::first-letter {
  text-transform: uppercase;
}
.act {
  text-align: right;
  padding: 0;
}
</style>
