<script setup lang="ts">
import { t } from "@/words"
import { settingNamed } from "@/documents/brush"
import { computed, ref } from "vue"
import ChoiceBar from "@/parts/ChoiceBar.vue"
import TraySections from "@/parts/TraySections.vue"
import ValueSlider from "@/parts/ValueSlider.vue"
import { useBench } from "../useBench"
import { usePaper } from "../proof/usePaper"
import PapersStrip from "./strips/PapersStrip.vue"
import ResponseCurve from "../responses/ResponseCurve.vue"
import SettingHelp from "../help/SettingHelp.vue"
import SettingControl from "./SettingControl.vue"
import TaperControls from "./TaperControls.vue"
import WeightPicture from "./strips/WeightPicture.vue"

defineProps<{ drawing: boolean }>()
const SECTIONS = [
  { value: "size", label: t("bench.size") },
  { value: "start", label: t("bench.start-taper") },
  { value: "end", label: t("bench.end-taper") },
  { value: "limits", label: t("bench.limits") },
  { value: "papers", label: t("bench.papers") },
] as const
const POINTERS = [
  { value: "", label: t("bench.pen-2") },
  { value: "finger_", label: t("bench.finger-2") },
  { value: "mouse_", label: t("bench.mouse-2") },
] as const

/** What a taper takes away towards the ends. */
const OF = [
  { value: "", label: t("bench.width") },
  { value: "_opacity", label: t("bench.opacity") },
] as const

const bench = useBench()
const { paper, inMm } = usePaper()
const section = ref<(typeof SECTIONS)[number]["value"]>("size")
const prefix = ref<(typeof POINTERS)[number]["value"]>("")
const of = ref<(typeof OF)[number]["value"]>("")
const brush = computed(() => bench.state.value?.document)
const size = settingNamed("size")
const stoodSize = computed(() => bench.checkpoints.stood("size") as number | undefined)
const end = computed(() => (section.value === "end" ? "end" : "start"))
const each = computed(() => brush.value?.tapers_for === "each")
const taper = computed(() => `${each.value ? prefix.value : ""}taper_${end.value}${of.value}` as const)
/** What the pen really draws, in mm of the paper at hand. */
const drawn = computed(() => {
  const now = bench.engine.readings.value
  if (!now) return ""
  const [thin, thick] = [inMm(now.thinnest[0]!), inMm(now.thickest[0]!)]
  return t("bench.measured-with-the-pen-on-the", {
    thick: thin === thick ? thin : t("bench.to", { thin, thick }),
    label: paper.value.label,
  })
})
const bounded = computed(() => (brush.value?.bounds_in === "px" ? "_px" : ""))
</script>

<template>
  <TraySections v-model="section" :label="t('bench.parts-of-the-weight')" :sections="SECTIONS">
    <PapersStrip v-if="section === 'papers'" />
    <template v-else-if="section === 'size' && brush">
      <ResponseCurve class="picture" output="size" input="pressure" :drawing="drawing" />
      <div class="controls">
        <ValueSlider
          :label="size.label"
          :unit="size.unit"
          :low="Math.min(Number(brush.size_low), Number(brush.size))"
          :high="Math.max(Number(brush.size_high), Number(brush.size))"
          :step="size.step"
          log
          :stood="stoodSize"
          :model-value="Number((bench.glanced.value ?? brush).size)"
          @update:model-value="bench.change('size', $event)"
          @done="bench.closeStep()"
        >
          <SettingHelp name="size" />
        </ValueSlider>
        <p class="hm-small mm">
          {{ t("bench.on-the", { size: inMm(Number(brush.size)), label: paper.label }) }}
        </p>
        <SettingControl name="bounds_in" :helped="false" />
      </div>
      <div class="controls">
        <SettingControl :name="`thinnest${bounded}`" />
        <SettingControl :name="`thickest${bounded}`" />
        <p v-if="drawn" class="hm-small">{{ drawn }}</p>
      </div>
    </template>
    <template v-else>
      <figure class="picture">
        <WeightPicture :width="520" :height="190" />
        <figcaption class="hm-small">
          {{ t("bench.the-stroke-in-hand-drawn-straight") }}
        </figcaption>
      </figure>
      <template v-if="section === 'limits'">
        <div class="controls">
          <SettingControl name="size_low" />
          <SettingControl name="size_high" />
        </div>
        <div class="controls">
          <SettingControl name="tapers_for" />
        </div>
      </template>
      <template v-else>
        <TaperControls :taper="taper">
          <div class="which">
            <ChoiceBar v-model="of" :label="t('bench.taper-of')" :options="[...OF]" />
            <ChoiceBar
              v-if="each"
              v-model="prefix"
              :label="t('bench.whose-taper')"
              :options="[...POINTERS]"
            />
          </div>
        </TaperControls>
      </template>
    </template>
  </TraySections>
</template>

<style scoped>
.mm {
  margin-top: -6px;
}
.which {
  display: flex;
  gap: 24px;
}
.which > * {
  flex: 1;
}
</style>
