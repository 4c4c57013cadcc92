<script setup lang="ts">
// Ink swatches for a thumb, and any other colour through the picker.
import { ElColorPicker } from "element-plus"
import InkFromPicture from "./InkFromPicture.vue"

defineProps<{ down?: boolean }>()
const value = defineModel<string>({ required: true })
const emit = defineEmits<{ done: [] }>()

/** Inks of Skerrow: iron gall, slate, kelp, rust, sea, fog. */
const INKS = ["#1e2a2d", "#6d7b80", "#4f5b2e", "#8a3b22", "#24506e", "#a9b4b2"]

function choose(ink: string | null): void {
  if (!ink) return
  value.value = ink.toLowerCase()
  emit("done")
}
</script>

<template>
  <div class="inks" :class="{ down }" role="group" aria-label="Ink">
    <button
      v-for="ink in INKS"
      :key="ink"
      type="button"
      :aria-label="`Ink ${ink}`"
      :aria-pressed="ink === value"
      @click="choose(ink)"
    >
      <span :style="{ background: ink }" />
    </button>
    <ElColorPicker
      :model-value="value"
      :aria-label="`Any ink: ${value}`"
      @active-change="choose"
      @change="choose"
    />
    <InkFromPicture @take="choose" />
  </div>
</template>

<style scoped>
.inks {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
}
.inks.down {
  flex-direction: column;
}
button {
  width: 44px;
  height: 44px;
  padding: 9px;
  border: 0;
  background: none;
  cursor: pointer;
}
button span {
  display: block;
  width: 26px;
  height: 26px;
  border-radius: 50% 50% 50% 8%;
}
.inks :deep(.el-color-picker),
.inks :deep(.el-color-picker__trigger) {
  flex: none;
  width: 44px;
  height: 44px;
}
button[aria-pressed="true"] span {
  outline: 2px solid var(--active);
  outline-offset: 3px;
}
</style>
