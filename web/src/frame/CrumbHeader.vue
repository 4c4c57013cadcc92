<script setup lang="ts">
// The head of something that is looked into: the place that it belongs to, its name, and what can be done with it.
import { ChevronRight } from "@lucide/vue"
import RoomMenu from "./RoomMenu.vue"

defineProps<{ place: { to: string; label: string }; name: string; says?: string }>()
</script>

<template>
  <header>
    <RouterLink :to="place.to" class="hm-quiet crumb">{{ place.label }}</RouterLink>
    <ChevronRight :size="16" class="step" />
    <h1>{{ name }}</h1>
    <span v-if="says" class="hm-small">{{ says }}</span>
    <span class="space" />
    <slot />
    <RoomMenu />
  </header>
</template>

<style scoped>
header {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 8px;
  padding: 8px 20px 8px 10px;
}
h1 {
  font-size: 1.25rem;
}
.crumb,
.step {
  color: var(--ink-soft);
}
.space {
  flex: 1;
}
</style>
