<script setup lang="ts">
// What is done with the brushes that are chosen, without dragging them.
import { t } from "@/words"
import type { StoredBrush } from "@/device/tables/brushes"
import { ArrowLeft, ArrowRight, Star } from "@lucide/vue"
import type { ChosenAct } from "./acts"

defineProps<{ brushes: StoredBrush[]; ordered: boolean }>()
const emit = defineEmits<{
  act: [name: ChosenAct]
}>()
</script>

<template>
  <div class="bar" role="toolbar" :aria-label="t('rolls.chosen-brushes')">
    <strong class="count">{{
      brushes.length === 0
        ? t("rolls.touch-brushes-to-choose-them")
        : t("rolls.chosen", { count: brushes.length })
    }}</strong>
    <template v-if="brushes.length > 0">
      <button type="button" class="hm-quiet" @click="emit('act', 'move')">{{ t("rolls.move-to") }}</button>
      <button type="button" class="hm-quiet" @click="emit('act', 'copy')">{{ t("rolls.copy-to") }}</button>
      <template v-if="ordered">
        <button
          type="button"
          class="hm-quiet"
          :aria-label="t('rolls.one-pocket-earlier')"
          @click="emit('act', 'earlier')"
        >
          <ArrowLeft :size="20" />
        </button>
        <button
          type="button"
          class="hm-quiet"
          :aria-label="t('rolls.one-pocket-later')"
          @click="emit('act', 'later')"
        >
          <ArrowRight :size="20" />
        </button>
      </template>
      <button
        type="button"
        class="hm-quiet"
        :aria-label="t('rolls.favourites')"
        @click="emit('act', 'favourite')"
      >
        <Star :size="20" />
      </button>
      <button type="button" class="hm-quiet" @click="emit('act', 'pack')">
        {{ t("rolls.write-a-pack") }}
      </button>
      <button type="button" class="hm-quiet" @click="emit('act', 'remove')">{{ t("rolls.delete") }}</button>
    </template>
    <button type="button" class="hm-quiet done" @click="emit('act', 'done')">{{ t("rolls.done") }}</button>
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
