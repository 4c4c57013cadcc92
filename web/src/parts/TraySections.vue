<script setup lang="ts" generic="T extends string">
// A tray with more to set than fits at once: its parts are chosen at its top.
import ChoiceBar from "./ChoiceBar.vue"

defineProps<{ label: string; sections: readonly { value: T; label: string }[] }>()
const section = defineModel<T>({ required: true })
</script>

<template>
  <div class="sectioned">
    <ChoiceBar v-model="section" :label="label" :options="[...sections]" class="sections" />
    <div class="columns"><slot /></div>
  </div>
</template>

<style scoped>
.sectioned {
  display: flex;
  flex-direction: column;
  height: 100%;
}
.sections {
  flex: none;
  margin-bottom: 4px;
}
.columns {
  flex: 1;
  min-height: 0;
}
</style>
