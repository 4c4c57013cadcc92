<script setup lang="ts">
// One taper: its length in one of three units, its point, its shape, and the opacity at its tip.
import { computed } from "vue"
import type { SettingName } from "@/engine/brush"
import { useBench } from "../useBench"
import SettingControl from "./SettingControl.vue"

const props = defineProps<{ end: "start" | "end"; prefix: "" | "finger_" | "mouse_" }>()
const LENGTHS: Record<string, string> = { "× size": "length", px: "px", "% of stroke": "part" }

const bench = useBench()
const named = (part: string) => `${props.prefix}taper_${props.end}_${part}` as SettingName
const length = computed(() => named(LENGTHS[String(bench.state.value?.document[named("in")])] ?? "length"))
</script>

<template>
  <div class="controls">
    <SettingControl :name="named('in')" :helped="false" />
    <SettingControl :name="length" />
    <SettingControl :name="named('opacity')" :helped="false" />
  </div>
  <div class="controls">
    <SettingControl :name="named('point')" />
    <SettingControl :name="named('curve')" />
  </div>
</template>
