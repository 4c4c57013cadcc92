<script setup lang="ts">
import { computed } from "vue"
import { useBench } from "../useBench"
import LinePicture from "./LinePicture.vue"
import SettingControl from "./SettingControl.vue"

const bench = useBench()
const plain = computed(() => bench.state.value?.document.steadying === "none")
</script>

<template>
  <div class="columns">
    <figure class="picture">
      <LinePicture :width="520" :height="210" />
      <figcaption class="small">
        <i class="ember" /> the hand &ensp;<i class="inkline" /> the line it becomes
      </figcaption>
    </figure>
    <div class="controls">
      <SettingControl name="steadying" />
      <SettingControl name="reach" :disabled="plain" />
      <SettingControl name="finish" :disabled="plain" />
    </div>
  </div>
</template>

<style scoped>
i {
  display: inline-block;
  width: 22px;
  height: 0;
  vertical-align: middle;
  border-top: 2px solid #b4532a;
}
.inkline {
  border-top: 3px solid currentcolor;
}
</style>
