<script setup lang="ts">
// Nine neighbours of the brush, inked on the stroke in hand.
import { t } from "@/words"
import { computed, onScopeDispose } from "vue"
import { differences, inWords } from "@/documents/differences"
import ValueSlider from "@/parts/ValueSlider.vue"
import PocketCanvas from "@/pictures/PocketCanvas.vue"
import { STATIONS } from "./stations/stations"
import { useBench } from "./useBench"
import { useShownInHand } from "./useShownInHand"
import { useVariations } from "./useVariations"

const bench = useBench()
const { stations, far, way, nine, looked, ...acts } = useVariations(bench)
const VARYING = STATIONS.filter(({ key }) => key !== "hand")
const brush = computed(() => bench.state.value?.document)

const on = useShownInHand(bench, nine)
const cards = computed(() =>
  nine.value.map((document) => ({
    document,
    words: brush.value ? inWords(differences(brush.value, document), 1) : "",
  })),
)

function vary(key: string): void {
  const now = stations.value
  stations.value = now.includes(key) ? now.filter((one) => one !== key) : [...now, key]
}

onScopeDispose(acts.leaveOff)
</script>

<template>
  <div class="variations">
    <div class="own">
      <p class="hm-small">{{ t("bench.what-may-vary") }}</p>
      <div class="stations" role="group" :aria-label="t('bench.what-may-vary')">
        <button
          v-for="{ key, label } in VARYING"
          :key="key"
          type="button"
          class="hm-quiet"
          :aria-pressed="stations.includes(key)"
          @click="vary(key)"
        >
          {{ label }}
        </button>
      </div>
      <ValueSlider v-model="far" :label="t('bench.how-far')" unit="%" :low="0.05" :high="1" :step="0.05" />
      <div class="acts">
        <button type="button" class="hm-quiet" @click="acts.again()">{{ t("bench.nine-others") }}</button>
        <button type="button" class="hm-quiet" :disabled="way.length < 2" @click="acts.back()">
          {{ t("bench.the-nine-before") }}
        </button>
      </div>
      <div class="acts">
        <button type="button" class="hm-quiet" :disabled="looked < 0" @click="acts.goOn()">
          {{ t("bench.go-on-from-it") }}
        </button>
        <button type="button" class="hm-quiet" :disabled="looked < 0" @click="acts.keep()">
          {{ t("bench.keep-as-a-brush") }}
        </button>
        <button type="button" class="hm-quiet" :disabled="looked < 0" @click="acts.take()">
          {{ t("bench.use-this-one") }}
        </button>
      </div>
    </div>
    <p v-if="stations.length === 0" class="none">{{ t("bench.choose-at-least-one-station-that") }}</p>
    <ol v-else-if="on">
      <li v-for="({ document, words }, i) in cards" :key="i">
        <button
          type="button"
          class="card"
          :class="{ on: looked === i }"
          :aria-label="t('bench.variation', { i: i + 1, words })"
          :aria-pressed="looked === i"
          @click="looked === i ? acts.leaveOff() : acts.look(i)"
        >
          <PocketCanvas class="stroke" :which="on" :document="document" />
          <span class="hm-small words">{{ words || t("bench.the-brush-itself") }}</span>
        </button>
      </li>
    </ol>
  </div>
</template>

<style scoped>
.variations {
  display: flex;
  gap: 28px;
  height: 100%;
}
.own {
  flex: 0 0 clamp(280px, 31vw, 400px);
  overflow-y: auto;
}
.stations,
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  margin-bottom: 6px;
}
.acts .hm-quiet {
  padding-left: 0;
  margin-right: 12px;
  text-decoration: underline;
}
ol {
  flex: 1;
  display: grid;
  grid-template: repeat(3, minmax(0, 1fr)) / repeat(3, minmax(0, 1fr));
  gap: 8px;
  min-width: 0;
  margin: 0;
  padding: 2px 2px 6px;
  list-style: none;
}
li {
  min-height: 0;
}
.card {
  display: flex;
  flex-direction: column;
  width: 100%;
  height: 100%;
  padding: 0;
  border: 0;
  background: none;
  text-align: left;
  cursor: pointer;
}
.card.on .stroke {
  outline: 3px solid var(--active);
}
.stroke {
  flex: 1;
  min-height: 0;
  width: 100%;
  background: var(--paper);
}
.words {
  width: 100%;
  line-height: 1.25;
}
.none {
  align-self: center;
}
@media (max-width: 62.5rem) {
  .variations {
    flex-direction: column;
    gap: 12px;
  }
  .own {
    flex: none;
  }
}
</style>
