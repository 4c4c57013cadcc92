<script setup lang="ts">
// What colour the ink has, how it stands against its paper, and what makes it drift.
import { ref } from "vue"
import ChoiceBar from "@/parts/ChoiceBar.vue"
import InkContrast from "./InkContrast.vue"
import LchSliders from "./LchSliders.vue"
import ResponseCurve from "../responses/ResponseCurve.vue"
import SettingControl from "./SettingControl.vue"

defineProps<{ drawing: boolean }>()

const DRIFTS = [
  { value: "second ink", label: "Second ink" },
  { value: "hue", label: "Hue" },
  { value: "lightness", label: "Lightness" },
  { value: "chroma", label: "Chroma" },
] as const
const WITH = [
  { value: "pressure", label: "Pressure" },
  { value: "distance", label: "Distance" },
  { value: "stamp chance", label: "Each stamp" },
  { value: "stroke chance", label: "Each stroke" },
] as const

const drift = ref<(typeof DRIFTS)[number]["value"]>("second ink")
const driver = ref<(typeof WITH)[number]["value"]>("pressure")
</script>

<template>
  <div class="controls own">
    <InkContrast class="contrast" />
    <SettingControl name="ink" :helped="false" />
    <LchSliders />
  </div>
  <div class="controls">
    <SettingControl name="second_ink" :helped="false" />
    <SettingControl name="second_share" :helped="false" />
    <div>
      <p class="hm-small">What drifts</p>
      <ChoiceBar v-model="drift" label="What drifts" :options="[...DRIFTS]" class="tight" />
    </div>
    <div>
      <p class="hm-small">With</p>
      <ChoiceBar v-model="driver" label="With" :options="[...WITH]" class="tight" />
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
.own {
  position: relative;
}
/* Beside the ink's name. */
.contrast {
  position: absolute;
  top: 0;
  left: 48px;
}
.tight :deep(button) {
  padding: 0 4px;
}
</style>
