<script setup lang="ts">
// One taper, of the width or of the opacity: its length in one of three units, its point and its shape.
import type { SettingName } from "@/documents/brush"
import { computed } from "vue"
import { useBench } from "../useBench"
import SettingControl from "./SettingControl.vue"

const props = defineProps<{
  taper: `${"" | "finger_" | "mouse_"}taper_${"start" | "end"}${"" | "_opacity"}`
}>()
const LENGTHS: Record<string, string> = { "× size": "length", px: "px", "% of stroke": "part" }

const bench = useBench()
const named = (part: string) => `${props.taper}_${part}` as SettingName
const length = computed(() => named(LENGTHS[String(bench.state.value?.document[named("in")])] ?? "length"))
</script>

<template>
  <div class="controls">
    <slot />
    <SettingControl :name="length" />
    <SettingControl :name="named('in')" :helped="false" />
  </div>
  <div class="controls">
    <SettingControl :name="named('point')" />
    <SettingControl :name="named('curve')" />
  </div>
</template>
