<script setup lang="ts">
import { computed, ref } from "vue"
import ChoiceBar from "@/parts/ChoiceBar.vue"
import TraySections from "@/parts/TraySections.vue"
import { useBench } from "../useBench"
import InkedPicture from "./InkedPicture.vue"
import ResponseCurve from "./ResponseCurve.vue"
import SettingControl from "./SettingControl.vue"

defineProps<{ drawing: boolean }>()

const SECTIONS = [
  { value: "cover", label: "Cover" },
  { value: "colour", label: "Colour" },
  { value: "spread", label: "Spread" },
] as const
type Section = (typeof SECTIONS)[number]["value"]

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

const bench = useBench()
const section = ref<Section>("cover")
const drift = ref<(typeof DRIFTS)[number]["value"]>("second ink")
const driver = ref<(typeof WITH)[number]["value"]>("pressure")
const grain = computed(() => bench.state.value?.document.grain)
</script>

<template>
  <TraySections v-model="section" label="Parts of the ink" :sections="SECTIONS">
    <template v-if="section === 'cover'">
      <ResponseCurve class="picture" output="opacity" input="pressure" :drawing="drawing" />
      <div class="controls">
        <SettingControl name="opacity" />
        <SettingControl name="flow" />
      </div>
      <div class="controls">
        <SettingControl name="ink" />
        <SettingControl name="overlap" />
      </div>
    </template>
    <template v-else-if="section === 'colour'">
      <ResponseCurve
        :key="`${driver}>${drift}`"
        class="picture"
        :output="drift"
        :input="driver"
        :drawing="drawing"
      />
      <div class="controls">
        <div>
          <p class="hm-small">What drifts</p>
          <ChoiceBar v-model="drift" label="What drifts" :options="[...DRIFTS]" class="tight" />
        </div>
        <div>
          <p class="hm-small">With</p>
          <ChoiceBar v-model="driver" label="With" :options="[...WITH]" class="tight" />
        </div>
      </div>
      <div class="controls">
        <SettingControl name="ink" :helped="false" />
        <SettingControl name="second_ink" :helped="false" />
        <SettingControl name="second_share" />
      </div>
    </template>
    <template v-else>
      <ResponseCurve class="picture" output="spread" input="pressure" :drawing="drawing" />
      <div class="controls">
        <SettingControl name="spread" />
        <SettingControl name="spread_held" :disabled="!grain" />
      </div>
      <figure class="close">
        <InkedPicture station="ink" :shape="2" />
        <figcaption class="hm-small">
          {{
            grain
              ? "The grain that bites is the one that holds the ink back."
              : "Without a grain the ink creeps out evenly; give the brush one, and its front turns ragged."
          }}
        </figcaption>
      </figure>
    </template>
  </TraySections>
</template>

<style scoped>
.tight :deep(button) {
  padding: 0 4px;
}
</style>
