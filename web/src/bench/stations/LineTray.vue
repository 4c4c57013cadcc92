<script setup lang="ts">
import { t } from "@/words"
import type { SettingName } from "@/documents/brush"
import { computed, ref } from "vue"
import TraySections from "@/parts/TraySections.vue"
import { useBench } from "../useBench"
import LinePicture from "./strips/LinePicture.vue"
import SettingControl from "./SettingControl.vue"
import WaysStrip from "./strips/WaysStrip.vue"

const SECTIONS = [
  { value: "steadying", label: t("bench.steadying") },
  { value: "ends", label: t("bench.corners-end") },
  { value: "compare", label: t("bench.compare-the-ways") },
] as const
const KNOBS: Record<string, SettingName[]> = {
  none: [],
  "even-out": ["reach"],
  "tow line": ["tow"],
  "speed-aware": ["calm", "quickness"],
}

const bench = useBench()
const section = ref<(typeof SECTIONS)[number]["value"]>("steadying")
const way = computed(() => String(bench.state.value?.document.steadying))
const plain = computed(() => way.value === "none")
</script>

<template>
  <TraySections v-model="section" :label="t('bench.parts-of-the-line')" :sections="SECTIONS">
    <WaysStrip v-if="section === 'compare'" />
    <template v-else>
      <figure class="picture">
        <LinePicture :line="bench.engine.traces.value" :width="520" :height="210" />
        <figcaption class="hm-small">
          <i class="ember" /> {{ t("bench.the-hand") }}  <i class="inkline" />
          {{ t("bench.the-line-it-becomes-the-pen") }}
        </figcaption>
      </figure>
      <div v-if="section === 'steadying'" class="controls">
        <SettingControl name="steadying" />
        <SettingControl v-for="knob in KNOBS[way] ?? []" :key="knob" :name="knob" />
      </div>
      <div v-else class="controls">
        <SettingControl name="keep_corners" :disabled="plain" />
        <SettingControl name="finish" :disabled="plain" />
      </div>
    </template>
  </TraySections>
</template>

<style scoped>
i {
  display: inline-block;
  width: 22px;
  height: 0;
  vertical-align: middle;
  border-top: 2px solid var(--mark);
}
.inkline {
  border-top: 3px solid currentcolor;
}
</style>
