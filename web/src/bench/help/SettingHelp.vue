<script setup lang="ts">
// A setting's name, and what it does.
import { computed } from "vue"
import { type SettingName, settingNamed } from "@/documents/brush"
import { useBench } from "../useBench"
import { statesOf } from "./states"
import WhatItDoes from "./WhatItDoes.vue"

const props = defineProps<{ name: SettingName }>()
const bench = useBench()
const setting = computed(() => settingNamed(props.name))

function states() {
  const brush = bench.state.value?.document
  return brush ? statesOf(setting.value, brush) : []
}
</script>

<template>
  <WhatItDoes
    :label="setting.label"
    :says="setting.help"
    :states="states"
    :moves="setting.kind === 'number' ? setting : undefined"
  />
</template>
