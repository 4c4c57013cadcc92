<script setup lang="ts">
// What is measured of the source, and what is wrong with it, with the tap that mends it.
import { inDigits, t } from "@/words"
import { computed } from "vue"
import { usePrep } from "./usePrep"

const prep = usePrep()
const share = (value: number) => `${Math.round(100 * value)} %`
const figures = computed(() => prep.news.value?.figures)
const grain = computed(() => prep.state.value?.makes === "grain")
const screen = computed(() => prep.news.value?.screen)
const partner = computed(() => prep.state.value?.recipe.start.partner === true)
</script>

<template>
  <div class="bar" role="status" :aria-label="t('prep.figures')">
    <template v-if="figures">
      <span v-if="grain"
        >{{ t("prep.seam") }} <b>{{ inDigits(figures.seam_across, 2) }}</b> {{ t("prep.across") }}
        <b>{{ inDigits(figures.seam_down, 2) }}</b> {{ t("prep.down-tiles-told-apart") }}
        <b>{{ share(figures.repeat) }}</b></span
      >
      <span v-else
        >{{ t("prep.border") }}
        <b>{{
          figures.border_most > 0.04
            ? t("prep.inked", { border_most: share(figures.border_most) })
            : t("prep.clear")
        }}</b></span
      >
      <button
        v-if="prep.state.value?.recipe.start.kind === 'picture' && !prep.shipped.value"
        type="button"
        class="hm-quiet read"
        :aria-label="t('prep.turn-light-and-dark')"
        @click="prep.turnRound()"
      >
        {{ t("prep.read-as") }}
        <b>{{ prep.inverted.value ? t("prep.light-on-dark") : t("prep.dark-on-light") }}</b>
      </button>
      <span
        ><b>{{ figures.width }} x {{ figures.height }}</b> {{ t("prep.px-for-a-brush-up-to") }}
        <b>{{ prep.largest.value }}</b> {{ t("prep.px") }}</span
      >
      <span
        >{{ t("prep.black") }} <b>{{ share(figures.black) }}</b> {{ t("prep.white") }}
        <b>{{ share(figures.white) }}</b></span
      >
      <span v-if="screen"
        >{{ t("prep.screen") }} <b>{{ inDigits(screen.ruling, 1) }}</b> {{ t("prep.at") }}
        <b>{{ inDigits(screen.angle, 1) }}°</b
        ><template v-if="partner"
          >{{ t("prep.overlaps") }} <b>{{ inDigits(100 * screen.overlap, 1) }} %</b></template
        ></span
      >
      <span v-if="prep.engine.prepProblem.value" class="advice">{{ prep.engine.prepProblem.value }}</span>
      <span v-else-if="prep.advice.value" class="advice">
        {{ prep.advice.value.says }}
        <button
          v-if="prep.advice.value.mends"
          type="button"
          class="hm-quiet mend"
          @click="prep.mend(prep.advice.value)"
        >
          {{ prep.advice.value.mends }}
        </button>
      </span>
    </template>
    <span v-else>{{ t("prep.following-the-recipe") }}</span>
  </div>
</template>

<style scoped>
.bar {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0 20px;
  min-height: 44px;
  padding: 0 16px;
  color: var(--ink-soft);
}
b {
  color: var(--ink);
}
.read {
  gap: 4px;
  padding: 0;
  color: inherit;
  text-decoration: underline;
  text-decoration-color: var(--rule);
}
.advice {
  display: inline-flex;
  align-items: center;
  gap: 8px;
  color: var(--ember);
}
.mend {
  font-weight: 700;
  text-decoration: underline;
  white-space: nowrap;
  color: var(--ember);
}
</style>
