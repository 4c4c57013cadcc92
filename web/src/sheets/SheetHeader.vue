<script setup lang="ts">
// Which sheet lies here, how large it is, whether it is kept, and what can be done with it.
import { ChevronRight } from "@lucide/vue"
import { computed } from "vue"
import { sizeTold } from "@/documents/sheet"
import RoomMenu from "@/shell/RoomMenu.vue"
import { TRAYS, type Tray } from "./trays"
import { useSheet } from "./useSheet"

const open = defineModel<Tray | undefined>("open")
const emit = defineEmits<{ name: [] }>()
const { row, document, waiting } = useSheet()
const says = computed(() => (waiting.away.value ? "away: all is safe on this device" : "kept"))
const told = computed(() => document.value && `${sizeTold(document.value)} · ${document.value.dpi} dpi`)
</script>

<template>
  <header class="bar">
    <RouterLink to="/sheets" class="hm-quiet crumb">Sheets</RouterLink>
    <ChevronRight :size="16" class="step" />
    <button v-if="row" type="button" class="hm-quiet crumb name" @click="emit('name')">{{ row.name }}</button>
    <span class="hm-small told">{{ told }}</span>
    <span class="hm-small standing" :class="{ worry: waiting.away.value }" role="status">{{ says }}</span>
    <span class="space" />
    <button
      v-for="tray in TRAYS"
      :key="tray.key"
      type="button"
      class="hm-quiet"
      :aria-label="tray.label"
      :aria-pressed="open === tray.key"
      @click="open = open === tray.key ? undefined : tray.key"
    >
      <component :is="tray.icon" :size="20" /> <span class="word">{{ tray.label }}</span>
    </button>
    <RoomMenu />
  </header>
</template>

<style scoped>
.bar {
  display: flex;
  align-items: center;
  height: 52px;
  padding: 0 8px;
  min-width: 0;
}
.bar > .hm-quiet {
  flex: none;
  white-space: nowrap;
}
.bar > .crumb {
  flex: 0 1 auto;
  display: block;
  padding: 0 8px;
  line-height: 44px;
  overflow: hidden;
  text-overflow: ellipsis;
}
.bar > .crumb:first-child {
  flex: none;
}
.name {
  font-weight: 700;
  font-size: 18px;
}
.step {
  flex: none;
  color: var(--ink-soft);
}
.told,
.standing {
  margin-left: 12px;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.worry {
  color: var(--ember);
  font-weight: 700;
}
.space {
  flex: 1;
}
@media (max-width: 1200px) {
  .word {
    display: none;
  }
}
@media (max-width: 900px) {
  .told {
    display: none;
  }
}
</style>
