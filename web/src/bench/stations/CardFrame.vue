<script setup lang="ts">
// A card in the row below the proof sheet: a name, what it does to this brush in a word or two, a live picture.
defineProps<{ label: string; says: string; open: boolean; station?: string }>()
</script>

<template>
  <button
    type="button"
    class="card"
    :data-station="station"
    :class="{ open }"
    :aria-expanded="open"
    :aria-label="`${label}: ${says}`"
    :title="says"
  >
    <span class="head">
      <span class="name">{{ label }}</span>
      <span class="says">{{ says }}</span>
    </span>
    <slot />
  </button>
</template>

<style scoped>
.card {
  position: relative;
  /* Its name is never cut; what it says takes what room is left. */
  min-width: min-content;
  display: flex;
  flex-direction: column;
  padding: 0;
  border: 0;
  background: none;
  text-align: left;
  cursor: pointer;
}
.head {
  display: flex;
  align-items: baseline;
  gap: 8px;
  min-height: 36px;
  padding: 6px 2px 4px;
  min-width: 0;
}
.name {
  font-weight: 700;
}
.says {
  flex: 1;
  width: 0;
  font-size: 0.875rem;
  color: var(--ink-soft);
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
/* Upright there is room for the name alone; what it does stands in its tray. */
@media (max-width: 62.5rem) {
  .says {
    display: none;
  }
}
.open .head {
  box-shadow: inset 0 -3px 0 var(--active);
}
.open .name {
  color: var(--active);
}
</style>
