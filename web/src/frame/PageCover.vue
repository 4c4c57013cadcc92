<script setup lang="ts">
// Lies over the whole page while nothing can be done on it, and says why.
defineProps<{ label: string }>()
</script>

<template>
  <div class="over" role="alertdialog" :aria-label="label" data-covers><slot /></div>
</template>

<style scoped>
.over {
  position: fixed;
  inset: 0;
  display: flex;
  flex-direction: column;
  align-items: center;
  justify-content: center;
  gap: 16px;
  padding: 24px;
  text-align: center;
  text-wrap: balance;
  background: var(--room);
  z-index: 5000;
}
</style>
