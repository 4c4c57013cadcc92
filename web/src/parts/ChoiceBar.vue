<script setup lang="ts" generic="T extends string">
defineProps<{ options: { value: T; label: string }[]; label: string }>()
const value = defineModel<T>({ required: true })
</script>

<template>
  <div class="choice" role="radiogroup" :aria-label="label">
    <button
      v-for="option in options"
      :key="option.value"
      type="button"
      role="radio"
      :aria-checked="option.value === value"
      :class="{ on: option.value === value }"
      @click="value = option.value"
    >
      {{ option.label }}
    </button>
  </div>
</template>

<style scoped>
.choice {
  display: flex;
  /* Rather two rows than one word over another. */
  flex-wrap: wrap;
  border-bottom: 1px solid var(--rule);
}
button {
  flex: 1 0 auto;
  min-width: 44px;
  max-width: 100%;
  min-height: 44px;
  border: 0;
  border-bottom: 3px solid transparent;
  background: none;
  padding: 0 12px;
  cursor: pointer;
  color: var(--ink-soft);
}
button.on {
  color: var(--ink);
  font-weight: 700;
  border-bottom-color: var(--active);
}
</style>
