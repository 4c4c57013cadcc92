<script setup lang="ts" generic="Key extends string">
// The bar above what is worked on: where one is, whether it is kept, and what can be opened.
import type { Component } from "vue"

defineProps<{
  /** Which of the trays is open, if one is. */
  open: string | undefined
  trays: readonly { key: Key; label: string; icon: Component }[]
  /** Whether it is kept, in words, and whether those are a warning. */
  says: string
  worry: boolean
}>()
const emit = defineEmits<{ tray: [key: Key] }>()
</script>

<template>
  <header class="bar">
    <slot name="where" />
    <span class="status hm-small" :class="{ worry }" role="status">{{ says }}<slot name="since" /></span>
    <slot name="remedy" />
    <span class="doors">
      <button
        v-for="tray in trays"
        :key="tray.key"
        type="button"
        class="hm-quiet"
        :aria-label="tray.label"
        :aria-pressed="open === tray.key"
        @click="emit('tray', tray.key)"
      >
        <component :is="tray.icon" :size="20" /> <span class="word">{{ tray.label }}</span>
      </button>
      <slot name="more" />
    </span>
  </header>
</template>

<style scoped>
.bar {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  align-content: center;
  min-height: var(--bar, 52px);
  padding: 0 8px;
  min-width: 0;
}
.doors > .hm-quiet,
:slotted(.hm-quiet) {
  flex: none;
  white-space: nowrap;
}
:slotted(.crumb) {
  flex: 0 1 auto;
  display: block;
  min-width: 44px;
  padding: 0 8px;
  line-height: 44px;
  overflow: hidden;
  text-overflow: ellipsis;
}
:slotted(a.crumb:first-child) {
  flex: none;
}
:slotted(.name) {
  font-weight: 700;
  font-size: 1.125rem;
}
:slotted(.step) {
  flex: none;
  color: var(--ink-soft);
}
.status {
  min-width: 40px;
  margin-left: 12px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.worry {
  color: var(--ember);
  font-weight: 700;
}
/* Where they and where one is have no room beside each other, they stand in a row of their own. */
.doors {
  display: flex;
  flex-wrap: wrap;
  margin-left: auto;
}
/* Where the room is narrow the words stand below their icons; in other languages they are longer than in English. */
@media (max-width: 75rem) {
  .doors {
    --below: column;
    --between: 0;
    --beside: 6px;
    --words: 0.875rem;
    --line: 1.2;
  }
}
@media (max-width: 100rem) {
  .doors:not(:lang(en)) {
    --below: column;
    --between: 0;
    --beside: 6px;
    --words: 0.875rem;
    --line: 1.2;
  }
}
.doors > .hm-quiet:has(.word),
:slotted(.hm-quiet:has(.word)) {
  flex-direction: var(--below, row);
  gap: var(--between, 8px);
  padding: 0 var(--beside, 10px);
  font-size: var(--words, 1rem);
  line-height: var(--line, inherit);
}
</style>
