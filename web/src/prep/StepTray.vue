<script setup lang="ts">
// The chosen step's settings, and what it can be done with.
import { said, t } from "@/words"
import type { StoredSource } from "@/device/tables/sources"
import type { Setting } from "@/documents/brush"
import { ChevronLeft, ChevronRight, Trash2 } from "@lucide/vue"
import { computed, ref } from "vue"
import { CHANNELS, GENERATORS, STEPS } from "@/generated/layout"
import ChoiceBar from "@/parts/ChoiceBar.vue"
import SettingField from "@/parts/SettingField.vue"
import StepButton from "@/parts/StepButton.vue"
import ValueSlider from "@/parts/ValueSlider.vue"
import type { Makes } from "@/documents/recipe"
import SourceChooser from "@/choosers/SourceChooser.vue"
import SourcePrint from "@/pictures/SourcePrint.vue"
import PenTools from "./PenTools.vue"
import type { PenWork } from "./usePenWork"
import { usePrep } from "./usePrep"

defineProps<{ pen: PenWork }>()
const prep = usePrep()
const choosing = ref(false)
const start = computed(() => prep.state.value?.recipe.start)
const generator = computed(() => GENERATORS.find((one) => one.name === start.value?.kind))
const step = prep.step
const kind = computed(() => STEPS.find((one) => one.name === step.value?.kind))
const channels = CHANNELS.map((one) => ({ value: one, label: said(one) }))

const settings = computed((): Setting[] =>
  step.value ? (kind.value?.settings ?? []) : (generator.value?.settings ?? []),
)
const valueOf = (setting: Setting) => (step.value ?? start.value)![setting.name] as number | string | boolean

function set(setting: Setting, value: number | string | boolean): void {
  if (step.value) prep.changeStep(prep.at.value, { [setting.name]: value })
  else prep.changeStart({ [setting.name]: value })
}

function lay(source: StoredSource): void {
  prep.changeStep(prep.at.value, { other: source.picture, source: source.id })
}

const seedStep = (by: number) => prep.changeStart({ seed: Math.max(1, Number(start.value?.seed ?? 1) + by) })
</script>

<template>
  <div v-if="prep.state.value" class="tray">
    <div class="fields">
      <div v-if="!step && start?.kind === 'picture'" class="wide">
        <p>{{ t("prep.which-part-of-the-picture-is") }}</p>
        <ChoiceBar
          :label="t('prep.channel')"
          :options="channels"
          :model-value="(start.channel ?? 'luminance') as 'luminance'"
          @update:model-value="prep.changeStart({ channel: $event })"
        />
      </div>
      <SettingField
        v-for="setting in settings"
        :key="setting.name"
        :setting="setting"
        :model-value="valueOf(setting)"
        @update:model-value="set(setting, $event)"
        @done="prep.closeStep()"
      />
      <template v-if="!step && generator">
        <ValueSlider
          v-if="generator.name !== 'screen'"
          :label="t('prep.side')"
          unit="px"
          :low="64"
          :high="1024"
          :step="64"
          :model-value="Number(start?.side)"
          @update:model-value="prep.changeStart({ side: $event })"
          @done="prep.closeStep()"
        />
        <div class="seed">
          <span>{{ t("prep.another-by-chance") }}</span>
          <span class="steps">
            <StepButton :direction="-1" :label="t('prep.chance-before')" @step="seedStep" />
            <b>{{ start?.seed }}</b>
            <StepButton :direction="1" :label="t('prep.chance-next')" @step="seedStep" />
          </span>
        </div>
      </template>
      <div v-if="step?.kind === 'combine'" class="other">
        <button
          type="button"
          class="use"
          :aria-label="t('prep.choose-the-other-source')"
          @click="choosing = true"
        >
          <SourcePrint v-if="step.other" :picture="step.other" makes="shape" class="print" />
        </button>
        <button type="button" class="hm-quiet" @click="choosing = true">
          {{ step.other ? t("prep.another-source") : t("prep.choose-a-source") }}
        </button>
        <SourceChooser
          v-model="choosing"
          :makes="prep.state.value.makes as Makes"
          :title="t('prep.combine-with')"
          @pick="lay"
        />
      </div>
      <PenTools v-if="prep.byPen.value" :pen="pen" />
      <p v-if="step && settings.length === 0 && !prep.byPen.value" class="hm-small">{{ kind?.help }}</p>
    </div>
    <div v-if="step" class="acts">
      <button
        type="button"
        class="hm-quiet"
        :aria-label="t('prep.earlier')"
        :disabled="prep.at.value === 0"
        @click="prep.moveStep(prep.at.value, prep.at.value - 1)"
      >
        <ChevronLeft :size="20" />
      </button>
      <button
        type="button"
        class="hm-quiet"
        :aria-label="t('prep.later')"
        :disabled="prep.at.value === prep.state.value.recipe.steps.length - 1"
        @click="prep.moveStep(prep.at.value, prep.at.value + 1)"
      >
        <ChevronRight :size="20" />
      </button>
      <button
        type="button"
        class="hm-quiet"
        :aria-label="t('prep.take-this-step-out')"
        @click="prep.removeStep(prep.at.value)"
      >
        <Trash2 :size="20" />
      </button>
    </div>
  </div>
</template>

<style scoped>
.tray {
  display: flex;
  gap: 16px;
  min-height: 0;
  padding: 4px 16px;
}
.fields {
  flex: 1;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(250px, 1fr));
  gap: 4px 28px;
  align-content: start;
  overflow-y: auto;
  min-height: 0;
}
.wide {
  grid-column: 1 / -1;
  max-width: 640px;
}
.acts {
  flex: none;
  display: flex;
  flex-direction: column;
}
.seed {
  display: flex;
  align-items: center;
  justify-content: space-between;
  min-height: 52px;
}
.steps {
  display: flex;
  align-items: center;
}
.other {
  display: flex;
  align-items: center;
  gap: 8px;
}
.use {
  width: 72px;
  height: 72px;
  padding: 0;
  border: 1px solid var(--rule);
  background: none;
  cursor: pointer;
}
.print {
  width: 100%;
  height: 100%;
}
</style>
