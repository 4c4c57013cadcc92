<script setup lang="ts">
// The control that fits a setting's kind.
import type { Setting } from "@/documents/brush"
import { said } from "@/words"
import { ElSwitch } from "element-plus"
import { computed } from "vue"
import ChoiceBar from "./ChoiceBar.vue"
import InkChooser from "./ink/InkChooser.vue"
import ValueSlider from "./ValueSlider.vue"

const props = withDefaults(
  defineProps<{
    setting: Setting
    disabled?: boolean
    helped?: boolean
    /** What it was in another state that it is looked at beside. */
    stood?: number | string | boolean | undefined
  }>(),
  { helped: true, stood: undefined },
)
const value = defineModel<number | string | boolean>({ required: true })
const emit = defineEmits<{ done: [] }>()
const options = computed(() => props.setting.choices.map((one) => ({ value: one, label: said(one) })))

function set(next: unknown): void {
  value.value = next as number | string | boolean
}
</script>

<template>
  <div class="control" :class="{ disabled }">
    <ValueSlider
      v-if="setting.kind === 'number'"
      v-bind="{ label: setting.label, unit: setting.unit, low: setting.low, high: setting.high }"
      :step="setting.step"
      :log="setting.log"
      :stood="typeof stood === 'number' ? stood : undefined"
      :model-value="value as number"
      @update:model-value="set"
      @done="emit('done')"
    >
      <slot />
    </ValueSlider>
    <div v-else class="worded" :class="{ long: options.length > 3 || setting.kind === 'colour' }">
      <slot>
        <span class="name">{{ setting.label }}</span>
      </slot>
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
      <InkChooser v-else :model-value="value as string" @update:model-value="set" @done="emit('done')" />
    </div>
    <p v-if="helped" class="hm-small help">{{ setting.help }}</p>
  </div>
</template>

<style scoped>
.control {
  min-width: 0;
}
.disabled {
  opacity: 0.87;
}
.worded {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 16px;
  min-height: 52px;
}
.worded.long {
  flex-direction: column;
  align-items: stretch;
  gap: 0;
}
.name {
  font-size: 1rem;
  white-space: nowrap;
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
