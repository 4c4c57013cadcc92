<script setup lang="ts">
// A lot as it lies on the shelf: a tied roll with the first strokes of its brushes, and its maker's label.
import { t } from "@/words"
import { clothOf } from "@/pictures/cloth"
import { TINTS } from "@/documents/tints"
import { markOf, previewOf, type Lot } from "./useShelf"
import { computed } from "vue"

const { lot } = defineProps<{ lot: Lot; mine: boolean }>()
/** So many strokes stick out of the roll. */
const MOST = 5
const cloth = computed(() => clothOf(TINTS.find((one) => one === lot.tint) ?? ""))
const count = computed(() =>
  lot.previews.length === 1 ? t("shelf.one-brush") : t("shelf.brushes", { count: lot.previews.length }),
)
</script>

<template>
  <RouterLink :to="`/shelf/${lot.id}`" class="lot" :style="cloth">
    <span class="strokes">
      <img
        v-for="one in lot.previews.slice(0, MOST)"
        :key="one.position"
        :src="previewOf(lot, one.position)"
        :alt="one.name"
        loading="lazy"
      />
    </span>
    <span class="band">
      <strong>{{ lot.name }}</strong>
      <span class="count">{{ count }}</span>
    </span>
    <span class="label">
      <img v-if="lot.marked" class="mark" :src="markOf(lot)" alt="" loading="lazy" />
      <span>{{ mine ? t("shelf.yours-lent") : lot.maker.name || t("shelf.somebody") }}</span>
      <span class="hm-small">{{ lot.maker.licence }}</span>
    </span>
  </RouterLink>
</template>

<style scoped>
.lot {
  display: flex;
  flex-direction: column;
  color: var(--ink);
  text-decoration: none;
}
.strokes {
  display: flex;
  justify-content: center;
  gap: 6px;
  height: 172px;
  padding: 0 14px;
}
.strokes img {
  flex: 1 1 0;
  min-width: 0;
  max-width: 72px;
  height: 100%;
  background: var(--sheet);
  object-fit: cover;
}
/* The cloth is wound around their lower ends. */
.band {
  position: relative;
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 12px;
  min-height: 56px;
  margin-top: -12px;
  margin-inline: 20px;
  padding: 4px 14px;
  border-radius: 3px 3px 0 0;
  background: var(--cloth);
  border: solid var(--pocket);
  border-width: 0 10px;
}
strong {
  font-size: 1.125rem;
  line-height: 1.2;
}
.count {
  flex: none;
}
/* It hangs over the shelf's edge. */
.label {
  display: flex;
  align-items: center;
  gap: 10px;
  min-height: 48px;
  padding: 4px 24px 4px 20px;
  border-top: 8px solid var(--board);
}
.label .hm-small {
  margin-left: auto;
}
.mark {
  width: 36px;
  height: 36px;
  object-fit: contain;
  background: var(--sheet);
}
</style>
