<script setup lang="ts">
// What sets the brush apart from the one beside it: settings by station, to be taken over, and readings.
import { t } from "@/words"
import { computed, ref } from "vue"
import type { Difference } from "@/documents/differences"
import ChoiceBar from "@/parts/ChoiceBar.vue"
import { figuresOf } from "../readings/useReadings"
import { STATIONS } from "../stations/stations"
import { useBench } from "../useBench"
import ChooseOther from "./ChooseOther.vue"

const bench = useBench()
const { other, document, found, laidOver, readings, choose, take } = bench.beside
const WAYS = [
  { value: "beside", label: t("bench.side-by-side-2") },
  { value: "over", label: t("bench.laid-over") },
] as const
const LISTS = [
  { value: "settings", label: t("bench.settings") },
  { value: "readings", label: t("bench.readings") },
] as const
const list = ref<(typeof LISTS)[number]["value"]>("settings")
const way = computed({
  get: () => (laidOver.value ? "over" : "beside"),
  set: (now) => (laidOver.value = now === "over"),
})

const stations = computed(() =>
  STATIONS.map(({ key, label }) => ({
    key,
    label,
    rows: found.value.filter((one) => one.station === key),
  })).filter(({ rows }) => rows.length > 0),
)

/** Readings of both, those that moved marked. */
const rows = computed(() => {
  const [mine, theirs] = [figuresOf(bench.engine.readings.value), figuresOf(readings.value)]
  const keys = [...new Set([...mine, ...theirs].map(({ key }) => key))]
  return keys.map((key) => {
    const [one, two] = [mine.find((each) => each.key === key), theirs.find((each) => each.key === key)]
    const [before, after] = [one?.text ?? "nothing", two?.text ?? "nothing"]
    // What inking costs is measured anew each time, and is never the same twice.
    const moved = before !== after && key !== "cost"
    return { key, label: (one ?? two)!.label, before, after, moved }
  })
})

const takeOne = (one: Difference) => take([one], one.key)
const takeStation = (label: string, these: Difference[]) => take(these, t("bench.all-of", { label }))
</script>

<template>
  <ChooseOther v-if="!other" />
  <div v-else class="tray-of-two">
    <div class="own">
      <h2>{{ other.name }}</h2>
      <ChoiceBar v-model="way" :label="t('bench.how-the-two-are-shown')" :options="[...WAYS]" />
      <p v-if="laidOver" class="legend">
        <span class="here">{{ t("bench.only-this-brush") }}</span>
        <span class="there">{{ t("bench.only-the-other") }}</span>
      </p>
      <button type="button" class="hm-quiet" @click="choose(undefined)">{{ t("bench.put-it-away") }}</button>
    </div>
    <div v-if="other.kind !== 'picture'" class="lists">
      <ChoiceBar v-model="list" :label="t('bench.what-is-compared')" :options="[...LISTS]" />
      <p v-if="!document">{{ t("bench.it-is-not-there-any-more") }}</p>
      <p v-else-if="list === 'settings' && found.length === 0">
        {{ t("bench.nothing-sets-the-two-apart-they") }}
      </p>
      <div v-else-if="list === 'settings'" class="scroll" tabindex="0">
        <table v-for="station in stations" :key="station.key">
          <thead>
            <tr>
              <th>{{ station.label }}</th>
              <th class="hm-small">{{ t("bench.this-brush-2") }}</th>
              <th class="hm-small">{{ t("bench.the-other") }}</th>
              <th>
                <button type="button" class="hm-quiet take" @click="takeStation(station.label, station.rows)">
                  {{ t("bench.take-all-of", { label: station.label }) }}
                </button>
              </th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in station.rows" :key="row.key">
              <td>{{ row.label }}</td>
              <td>{{ row.before }}</td>
              <td>{{ row.after }}</td>
              <td>
                <button
                  type="button"
                  class="hm-quiet take"
                  :aria-label="t('bench.take-over', { label: row.label, after: row.after })"
                  @click="takeOne(row)"
                >
                  {{ t("bench.take-over-2") }}
                </button>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <div v-else class="scroll" tabindex="0">
        <p v-if="!readings" class="hm-small">{{ t("bench.measuring-the-other-one") }}</p>
        <table v-else class="figures">
          <thead>
            <tr>
              <th />
              <th class="hm-small">{{ t("bench.this-brush-2") }}</th>
              <th class="hm-small">{{ t("bench.the-other") }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in rows" :key="row.key" :class="{ moved: row.moved }">
              <td>{{ row.label }}</td>
              <td>{{ row.before }}</td>
              <td>{{ row.after }}</td>
            </tr>
          </tbody>
        </table>
      </div>
    </div>
  </div>
</template>

<style scoped>
.tray-of-two {
  display: flex;
  gap: 28px;
  height: 100%;
}
.own {
  flex: 0 0 280px;
  display: flex;
  flex-direction: column;
  align-items: flex-start;
  gap: 8px;
}
.own > :deep(.choice) {
  align-self: stretch;
}
h2 {
  font-size: 1.125rem;
}
.own .hm-quiet {
  padding-left: 0;
  text-decoration: underline;
}
.legend {
  display: flex;
  gap: 16px;
  font-weight: 700;
}
/* In the colours of the sheet, whatever the light of the room. */
.here {
  border-bottom: 5px solid var(--mark);
}
.there {
  border-bottom: 5px solid var(--guide);
}
.lists {
  flex: 1;
  display: flex;
  flex-direction: column;
  min-width: 0;
  gap: 6px;
}
.scroll {
  flex: 1;
  min-height: 0;
  overflow-y: auto;
}
table {
  width: 100%;
  border-collapse: collapse;
  table-layout: fixed;
}
th,
td {
  height: 44px;
  padding: 0 8px 0 0;
  text-align: left;
  border-bottom: 1px solid var(--rule);
}
th:last-child,
td:last-child {
  width: 190px;
  padding: 0;
  text-align: right;
}
.figures td:last-child,
.figures th:last-child {
  width: auto;
  text-align: left;
}
.take {
  text-decoration: underline;
}
.moved td {
  font-weight: 700;
  color: var(--ember);
}
@media (max-width: 62.5rem) {
  .tray-of-two {
    flex-direction: column;
    gap: 12px;
  }
  .own {
    flex: none;
  }
}
</style>
