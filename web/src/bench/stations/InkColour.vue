<script setup lang="ts">
// What colour the ink has, how it stands against its paper, and what makes it drift.
import { t } from "@/words"
import { ref } from "vue"
import { settingNamed } from "@/documents/brush"
import ChoiceBar from "@/parts/ChoiceBar.vue"
import InkContrast from "./InkContrast.vue"
import LchSliders from "./LchSliders.vue"
import ResponseCurve from "../responses/ResponseCurve.vue"
import SettingControl from "./SettingControl.vue"

defineProps<{ drawing: boolean }>()

const DRIFTS = [
  { value: "second ink", label: t("bench.second-ink") },
  { value: "hue", label: t("bench.hue") },
  { value: "lightness", label: t("bench.lightness") },
  { value: "chroma", label: t("bench.chroma") },
] as const
const WITH = [
  { value: "pressure", label: t("bench.pressure") },
  { value: "distance", label: t("bench.distance") },
  { value: "stamp chance", label: t("bench.each-stamp") },
  { value: "stroke chance", label: t("bench.each-stroke") },
] as const

const drift = ref<(typeof DRIFTS)[number]["value"]>("second ink")
const driver = ref<(typeof WITH)[number]["value"]>("pressure")
</script>

<template>
  <div class="controls">
    <SettingControl name="ink" :helped="false">
      <span class="named">{{ settingNamed("ink").label }} <InkContrast /></span>
    </SettingControl>
    <LchSliders />
  </div>
  <div class="controls">
    <SettingControl name="second_ink" :helped="false" />
    <SettingControl name="second_share" :helped="false" />
    <div>
      <p class="hm-small">{{ t("bench.what-drifts") }}</p>
      <ChoiceBar v-model="drift" :label="t('bench.what-drifts')" :options="[...DRIFTS]" class="tight" />
    </div>
    <div>
      <p class="hm-small">{{ t("bench.with") }}</p>
      <ChoiceBar v-model="driver" :label="t('bench.with')" :options="[...WITH]" class="tight" />
    </div>
  </div>
  <ResponseCurve
    :key="`${driver}>${drift}`"
    class="picture"
    :output="drift"
    :input="driver"
    :drawing="drawing"
  />
</template>

<style scoped>
.named {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 0 16px;
}
.tight :deep(button) {
  padding: 0 4px;
}
</style>
