<script setup lang="ts">
// What is done with the brushes that are chosen, without dragging them.
import type { StoredBrush } from "@/device/tables/brushes"
import { ArrowLeft, ArrowRight, Star } from "@lucide/vue"
import type { ChosenAct } from "./acts"

defineProps<{ brushes: StoredBrush[]; ordered: boolean }>()
const emit = defineEmits<{
  act: [name: ChosenAct]
}>()
</script>

<template>
  <div class="bar" role="toolbar" aria-label="Chosen brushes">
    <strong class="count">{{
      brushes.length === 0 ? "Touch brushes to choose them" : `${brushes.length} chosen`
    }}</strong>
    <template v-if="brushes.length > 0">
      <button type="button" class="hm-quiet" @click="emit('act', 'move')">Move to…</button>
      <button type="button" class="hm-quiet" @click="emit('act', 'copy')">Copy to…</button>
      <template v-if="ordered">
        <button
          type="button"
          class="hm-quiet"
          aria-label="One pocket earlier"
          @click="emit('act', 'earlier')"
        >
          <ArrowLeft :size="20" />
        </button>
        <button type="button" class="hm-quiet" aria-label="One pocket later" @click="emit('act', 'later')">
          <ArrowRight :size="20" />
        </button>
      </template>
      <button type="button" class="hm-quiet" aria-label="Favourites" @click="emit('act', 'favourite')">
        <Star :size="20" />
      </button>
      <button type="button" class="hm-quiet" @click="emit('act', 'pack')">Write a pack</button>
      <button type="button" class="hm-quiet" @click="emit('act', 'remove')">Delete</button>
    </template>
    <button type="button" class="hm-quiet done" @click="emit('act', 'done')">Done</button>
  </div>
</template>

<style scoped>
.bar {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px;
  padding: 6px 16px;
  background: var(--ink);
  color: var(--room);
}
.bar .hm-quiet {
  color: var(--room);
}
.count {
  margin-right: 12px;
}
.done {
  margin-left: auto;
  text-decoration: underline;
}
</style>
