<script setup lang="ts">
import { t } from "@/words"
import { computed, ref } from "vue"
import TraySections from "@/parts/TraySections.vue"
import { useBench } from "../useBench"
import InkedPicture from "@/pictures/InkedPicture.vue"
import SettingControl from "./SettingControl.vue"
import ShapeStrip from "./strips/ShapeStrip.vue"

const SECTIONS = [
  { value: "form", label: t("bench.form") },
  { value: "laid", label: t("bench.spacing-turn") },
  { value: "chance", label: t("bench.chance") },
  { value: "strands", label: t("bench.several") },
  { value: "ribbon", label: t("bench.ribbon") },
] as const
type Section = (typeof SECTIONS)[number]["value"]

const bench = useBench()
const section = ref<Section>("form")
const brush = computed(() => bench.state.value?.document)
const tip = computed(() => brush.value?.tip)
const ribbon = computed(() => tip.value === "shapes" && brush.value?.laying === "ribbon")
const fit = computed(() => brush.value?.ribbon_fit)
const swept = computed(() => bench.engine.inked.value.swept)
const hardEdged = computed(() => brush.value?.pixel_edge === true)
const several = computed(() => Number(brush.value?.stamps) > 1)
</script>

<template>
  <TraySections v-model="section" :label="t('bench.parts-of-the-tip')" :sections="SECTIONS">
    <figure class="picture">
      <InkedPicture station="tip" :shape="2.5" />
      <figcaption class="hm-small">
        {{ ribbon ? t("bench.the-ribbon-from-light-to-heavy") : t("bench.the-stamps-set-apart-from-light") }}
      </figcaption>
    </figure>
    <template v-if="section === 'form'">
      <div class="controls">
        <SettingControl name="tip" :helped="false" />
        <SettingControl v-if="tip === 'polygon'" name="sides" />
        <ShapeStrip v-if="tip === 'shapes'" />
        <SettingControl v-else name="softness" :disabled="hardEdged" />
        <SettingControl name="pixel_edge" />
      </div>
      <div class="controls">
        <SettingControl name="roundness" />
        <SettingControl name="angle" />
      </div>
    </template>
    <template v-else-if="section === 'laid'">
      <div class="controls">
        <SettingControl name="spacing" :helped="!swept" />
        <p v-if="swept" class="hm-small">
          {{ t("bench.this-line-is-drawn-whole-as") }}
        </p>
        <SettingControl name="spacing_jitter" />
        <SettingControl name="hold_density" />
      </div>
      <div class="controls">
        <SettingControl name="turning" />
        <SettingControl name="angle_jitter" />
      </div>
    </template>
    <template v-else-if="section === 'chance'">
      <div class="controls">
        <SettingControl name="scatter_across" />
        <SettingControl name="scatter_along" />
        <SettingControl name="size_jitter" />
      </div>
      <div class="controls">
        <SettingControl name="flip_across" />
        <SettingControl name="flip_along" />
      </div>
    </template>
    <template v-else-if="section === 'ribbon'">
      <div class="controls">
        <SettingControl name="laying" :disabled="tip !== 'shapes'" />
        <SettingControl name="ribbon_fit" :disabled="!ribbon" />
        <p v-if="tip !== 'shapes'" class="hm-small">
          {{ t("bench.a-ribbon-is-a-shape-of") }}
        </p>
      </div>
      <div class="controls">
        <SettingControl v-if="fit === 'fixed ends'" name="ribbon_ends" :disabled="!ribbon" />
        <SettingControl name="ribbon_reversed" :disabled="!ribbon" />
        <SettingControl name="ribbon_mirrored" :disabled="!ribbon" />
      </div>
    </template>
    <template v-else>
      <div class="controls">
        <SettingControl name="stamps" />
        <SettingControl name="several" :disabled="!several" />
        <SettingControl name="strand_gap" :disabled="!several || brush?.several !== 'side by side'" />
      </div>
      <div class="controls">
        <SettingControl name="choosing" :disabled="tip !== 'shapes'" />
        <SettingControl
          name="blend_zone"
          :disabled="tip !== 'shapes' || !String(brush?.choosing).match('pressure|tilt')"
        />
      </div>
    </template>
  </TraySections>
</template>
