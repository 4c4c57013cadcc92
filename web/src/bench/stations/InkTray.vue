<script setup lang="ts">
import { t } from "@/words"
import { computed, ref } from "vue"
import TraySections from "@/parts/TraySections.vue"
import { useBench } from "../useBench"
import InkColour from "./InkColour.vue"
import InkedPicture from "@/pictures/InkedPicture.vue"
import ModesStrip from "./strips/ModesStrip.vue"
import OverlapStrip from "./strips/OverlapStrip.vue"
import ResponseCurve from "../responses/ResponseCurve.vue"
import SettingControl from "./SettingControl.vue"

defineProps<{ drawing: boolean }>()

const SECTIONS = [
  { value: "overlap", label: t("bench.overlap") },
  { value: "cover", label: t("bench.cover") },
  { value: "colour", label: t("bench.colour") },
  { value: "tones", label: t("bench.tones") },
  { value: "rim", label: t("bench.rim-spread") },
  { value: "wet", label: t("bench.wet") },
  { value: "mixing", label: t("bench.mixing") },
] as const
type Section = (typeof SECTIONS)[number]["value"]

const bench = useBench()
const section = ref<Section>("overlap")
const brush = computed(() => bench.state.value?.document)
const grain = computed(() => brush.value?.grain)
const shaped = computed(() => brush.value?.tip === "shapes")
const toned = computed(() => shaped.value && brush.value?.tones === "kept")
const dry = computed(() => Number(brush.value?.wetness) === 0)
</script>

<template>
  <TraySections v-model="section" :label="t('bench.parts-of-the-ink')" :sections="SECTIONS">
    <OverlapStrip v-if="section === 'overlap'" />
    <template v-else-if="section === 'cover'">
      <ResponseCurve class="picture" output="opacity" input="pressure" :drawing="drawing" />
      <div class="controls">
        <SettingControl name="opacity" />
        <SettingControl name="flow" />
      </div>
      <div class="controls">
        <SettingControl name="fade_out" />
        <SettingControl name="fade_from" :disabled="Number(brush?.fade_out) === 0" />
      </div>
    </template>
    <InkColour v-else-if="section === 'colour'" :drawing="drawing" />
    <template v-else-if="section === 'tones'">
      <figure class="picture">
        <InkedPicture station="tip" :shape="2.5" />
        <figcaption class="hm-small">
          {{ shaped ? t("bench.the-stamps-set-apart-from-light") : t("bench.tones-are-those-of-a-shape") }}
        </figcaption>
      </figure>
      <div class="controls">
        <SettingControl name="tones" :disabled="!shaped" />
      </div>
      <div class="controls">
        <SettingControl name="tone_light" :disabled="!toned" />
        <SettingControl name="tone_dark" :disabled="!toned" />
      </div>
    </template>
    <template v-else-if="section === 'rim'">
      <figure class="picture">
        <InkedPicture station="ink" :shape="2" />
        <figcaption class="hm-small">
          {{
            grain ? t("bench.the-grain-that-bites-holds-the") : t("bench.ink-that-pools-leaves-its-inside")
          }}
        </figcaption>
      </figure>
      <div class="controls">
        <SettingControl name="pooling" />
        <SettingControl name="rim" :disabled="Number(brush?.pooling) === 0" />
      </div>
      <div class="controls">
        <SettingControl name="spread" />
        <SettingControl name="spread_held" :disabled="!grain" />
      </div>
    </template>
    <template v-else-if="section === 'wet'">
      <figure class="picture">
        <InkedPicture station="wet" :shape="2" />
        <figcaption class="hm-small">
          {{ t("bench.this-ink-drawn-down-through-the") }}
        </figcaption>
      </figure>
      <div class="controls">
        <SettingControl name="wetness" />
        <SettingControl name="run" :disabled="dry" />
      </div>
      <div class="controls">
        <SettingControl name="pick_up" />
        <button type="button" class="hm-quiet hm-on" @click="bench.dryNow()">{{ t("bench.dry-now") }}</button>
        <p class="hm-small">{{ t("bench.all-that-is-wet-on-the") }}</p>
      </div>
    </template>
    <ModesStrip v-else />
  </TraySections>
</template>
