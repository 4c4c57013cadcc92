<script setup lang="ts">
// A setting of the brush on the bench.
import { type SettingName, settingNamed } from "@/documents/brush"
import { computed } from "vue"
import SettingField from "@/parts/SettingField.vue"
import { useBench } from "../useBench"

const props = withDefaults(defineProps<{ name: SettingName; disabled?: boolean; helped?: boolean }>(), {
  helped: true,
})
const bench = useBench()
const setting = computed(() => settingNamed(props.name))
const value = computed(() => bench.state.value?.document[props.name] ?? setting.value.default)
/** Where the checkpoint stood that the brush is looked at beside. */
const stood = computed(() => bench.checkpoints.stood(props.name))
</script>

<template>
  <SettingField
    v-bind="{ setting, disabled, helped, stood }"
    :model-value="value"
    @update:model-value="bench.change(name, $event)"
    @done="bench.closeStep()"
  />
</template>
