<script setup lang="ts">
import ResponseCurve from "./ResponseCurve.vue"
import SettingControl from "./SettingControl.vue"

defineProps<{ drawing: boolean }>()
</script>

<template>
  <div class="columns">
    <ResponseCurve class="picture" output="size" :drawing="drawing" />
    <div class="controls">
      <SettingControl name="size" />
      <SettingControl name="thinnest" />
      <SettingControl name="thickest" />
    </div>
    <div class="controls">
      <SettingControl name="taper_start_length" />
      <SettingControl name="taper_start_point" />
      <SettingControl name="taper_start_curve" />
    </div>
    <div class="controls">
      <SettingControl name="taper_end_length" />
      <SettingControl name="taper_end_point" />
      <SettingControl name="taper_end_curve" />
    </div>
  </div>
</template>
