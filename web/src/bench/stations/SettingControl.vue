<script setup lang="ts">
// The control that fits a setting's kind.
import { ElSwitch } from "element-plus"
import { computed } from "vue"
import { settingNamed, type SettingName } from "@/engine/brush"
import ChoiceBar from "@/parts/ChoiceBar.vue"
import InkChooser from "@/parts/InkChooser.vue"
import ValueSlider from "@/parts/ValueSlider.vue"
import { useBench } from "../useBench"

const props = defineProps<{ name: SettingName; disabled?: boolean }>()
const bench = useBench()
const setting = computed(() => settingNamed(props.name))
const value = computed(() => bench.state.value?.document[props.name] ?? setting.value.default)
const options = computed(() => setting.value.choices.map((one) => ({ value: one, label: one })))

function set(next: unknown): void {
  bench.change(props.name, next as number | string | boolean)
}
</script>

<template>
  <div class="control" :class="{ disabled }">
    <ValueSlider
      v-if="setting.kind === 'number'"
      v-bind="{ label: setting.label, unit: setting.unit, low: setting.low, high: setting.high }"
      :step="setting.step"
      :log="setting.log"
      :model-value="value as number"
      @update:model-value="set"
      @done="bench.closeStep()"
    />
    <div v-else class="worded">
      <span class="name">{{ setting.label }}</span>
      <ChoiceBar
        v-if="setting.kind === 'choice'"
        :label="setting.label"
        :options="options"
        :model-value="value as string"
        @update:model-value="set"
      />
      <ElSwitch
        v-else-if="setting.kind === 'switch'"
        :aria-label="setting.label"
        :model-value="value as boolean"
        @update:model-value="set"
      />
      <InkChooser v-else :model-value="value as string" @update:model-value="set" @done="bench.closeStep()" />
    </div>
    <p class="small help">{{ setting.help }}</p>
  </div>
</template>

<style scoped>
.control {
  min-width: 0;
}
.disabled {
  opacity: 0.45;
}
.worded {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 16px;
  min-height: 52px;
}
.name {
  font-size: 15px;
}
.help {
  line-height: 1.2;
  margin-top: -6px;
  text-wrap: pretty;
}
.worded + .help {
  margin-top: 0;
}
</style>
