<script setup lang="ts">
// One of several pictures to choose from, in a row of its like.
defineProps<{ on: boolean }>()
</script>

<template>
  <button type="button" class="choice-card" :class="{ on }">
    <slot />
  </button>
</template>

<style scoped>
.choice-card {
  display: flex;
  flex-direction: column;
  gap: 4px;
  min-width: 0;
  padding: 0 0 6px;
  border: 0;
  border-bottom: 3px solid transparent;
  background: none;
  text-align: left;
  cursor: pointer;
}
.on {
  border-bottom-color: var(--active);
}
.on :slotted(.name) {
  font-weight: 700;
  color: var(--active);
}
:slotted(canvas) {
  max-width: 100%;
  background: var(--paper);
}
</style>
