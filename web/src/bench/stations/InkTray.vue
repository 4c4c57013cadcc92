<script setup lang="ts">
import ResponseCurve from "./ResponseCurve.vue"
import SettingControl from "./SettingControl.vue"

defineProps<{ drawing: boolean }>()
</script>

<template>
  <div class="columns">
    <ResponseCurve class="picture" output="opacity" input="pressure" :drawing="drawing" />
    <div class="controls">
      <SettingControl name="opacity" />
      <SettingControl name="flow" />
    </div>
    <div class="controls">
      <SettingControl name="ink" />
      <SettingControl name="overlap" />
    </div>
  </div>
</template>
