<script setup lang="ts">
// The ink by its lightness, chroma and hue (OKLCH): moving one leaves the others as the eye sees them.
import { t } from "@/words"
import { reactive, watch } from "vue"
import { hexOf, numberOf } from "@/documents/colours"
import ValueSlider from "@/parts/ValueSlider.vue"
import { useBench } from "../useBench"

const PARTS = [
  { key: "lightness", label: t("bench.lightness"), unit: "%", high: 1, step: 0.01 },
  // The most that any ink of a screen has.
  { key: "chroma", label: t("bench.chroma"), unit: "", high: 0.32, step: 0.005 },
  { key: "hue", label: t("bench.hue"), unit: "°", high: 360, step: 1 },
] as const

const bench = useBench()
const { api } = bench.engine
const lch = reactive({ lightness: 0, chroma: 0, hue: 0 })
/** The ink that these sliders made does not move them: its rounding would. */
let made = ""

watch(
  () => String(bench.state.value?.document.ink ?? "#000000"),
  async (ink) => {
    if (ink === made) return
    await bench.engine.ready
    const [lightness, chroma, hue] = await api.lchOf(numberOf(ink))
    Object.assign(lch, { lightness, chroma })
    // A grey has no hue: the slider stays where it was.
    if (chroma > 0.004) lch.hue = hue
  },
  { immediate: true },
)

async function set(key: keyof typeof lch, value: number): Promise<void> {
  lch[key] = value
  made = hexOf(await api.colourOf(lch.lightness, lch.chroma, lch.hue))
  bench.change("ink", made)
}
</script>

<template>
  <ValueSlider
    v-for="{ key, label, unit, high, step } in PARTS"
    :key="key"
    v-bind="{ label, unit, high, step }"
    :low="0"
    :model-value="lch[key]"
    @update:model-value="set(key, $event)"
    @done="bench.closeStep()"
  />
</template>
