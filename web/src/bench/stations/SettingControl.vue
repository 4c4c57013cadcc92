<script setup lang="ts">
// A setting of the brush on the bench.
import { type SettingName, settingNamed } from "@/documents/brush"
import { computed } from "vue"
import SettingField from "@/parts/SettingField.vue"
import SettingHelp from "../help/SettingHelp.vue"
import { useBench } from "../useBench"

const props = withDefaults(defineProps<{ name: SettingName; disabled?: boolean; helped?: boolean }>(), {
  helped: true,
})
const bench = useBench()
const setting = computed(() => settingNamed(props.name))
const value = computed(() => {
  const brush = bench.glanced.value ?? bench.state.value?.document
  return brush?.[props.name] ?? setting.value.default
})
/** Where the checkpoint stood that the brush is looked at beside. */
const stood = computed(() => bench.checkpoints.stood(props.name))
</script>

<template>
  <SettingField
    v-bind="{ setting, disabled, helped, stood }"
    :model-value="value"
    @update:model-value="bench.change(name, $event)"
    @done="bench.closeStep()"
  >
    <slot><SettingHelp v-if="setting.kind !== 'colour'" :name="name" /></slot>
  </SettingField>
</template>
