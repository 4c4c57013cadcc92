<script setup lang="ts">
import InkedPicture from "./InkedPicture.vue"
import SettingControl from "./SettingControl.vue"
</script>

<template>
  <div class="columns">
    <figure class="picture">
      <InkedPicture station="tip" :width="480" :height="210" />
      <figcaption class="small">The stamps set apart, from light to heavy.</figcaption>
    </figure>
    <div class="controls">
      <SettingControl name="softness" />
      <SettingControl name="spacing" />
    </div>
    <div class="controls">
      <SettingControl name="roundness" />
      <SettingControl name="angle" />
    </div>
  </div>
</template>
