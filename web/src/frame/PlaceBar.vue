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
    <span class="space" />
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
  </header>
</template>

<style scoped>
.bar {
  display: flex;
  align-items: center;
  height: var(--bar, 52px);
  padding: 0 8px;
  min-width: 0;
}
.bar > .hm-quiet,
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
  font-size: 18px;
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
.space {
  flex: 1;
}
/* Where the room is narrow the words stand below their icons. */
@media (max-width: 1200px) {
  .bar > .hm-quiet:has(.word),
  :slotted(.hm-quiet:has(.word)) {
    flex-direction: column;
    gap: 0;
    padding: 0 6px;
    line-height: 1.2;
  }
  .word {
    font-size: 14px;
  }
}
</style>
