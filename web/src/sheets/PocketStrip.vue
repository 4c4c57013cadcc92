<script setup lang="ts">
// A roll lies along the edge of the sheet: touch a pocket to take its brush in hand.
import { t } from "@/words"
import { ElOption, ElSelect } from "element-plus"
import { useLocalStorage } from "@vueuse/core"
import { computed } from "vue"
import { byPlace } from "@/documents/places"
import { useLive } from "@/device/useLive"
import { clothOf } from "@/pictures/cloth"
import PocketPicture from "@/pictures/PocketPicture.vue"
import { useSheet } from "./useSheet"

/** Lying low, the pockets show their strokes alone. */
defineProps<{ low: boolean }>()
const { store, hand, brushes } = useSheet()
const rolls = useLive(async () => (await store.rolls.toArray()).sort(byPlace), [])
const wanted = useLocalStorage<string>("roll at the sheet", "")
/** The roll that lies there: the one that was laid there last, or that of the brush in hand. */
const roll = computed(
  () =>
    rolls.value.find((one) => one.id === wanted.value) ??
    rolls.value.find((one) => one.id === hand.brush.value?.roll) ??
    rolls.value[0],
)
const pockets = computed(() => brushes.value.filter((one) => one.roll === roll.value?.id).sort(byPlace))
</script>

<template>
  <section
    v-if="roll"
    class="strip"
    :class="{ low }"
    :style="clothOf(roll.tint)"
    :aria-label="t('sheets.brushes-at-hand')"
  >
    <ElSelect
      class="roll"
      :model-value="roll.id"
      :aria-label="t('sheets.roll-at-hand')"
      filterable
      @change="wanted = $event"
    >
      <ElOption v-for="one in rolls" :key="one.id" :value="one.id" :label="one.name" />
    </ElSelect>
    <ol class="pockets">
      <li v-for="one in pockets" :key="one.id">
        <button
          type="button"
          class="pocket"
          :class="{ held: one.id === hand.brush.value?.id }"
          :aria-pressed="one.id === hand.brush.value?.id"
          :aria-label="t('sheets.take-in-hand', { name: one.name })"
          @click="hand.take(one)"
        >
          <PocketPicture class="stroke" which="upright" :document="one.document" />
          <span v-if="!low" class="name">{{ one.name }}</span>
        </button>
      </li>
    </ol>
  </section>
</template>

<style scoped>
.strip {
  display: flex;
  align-items: stretch;
  gap: 12px;
  min-width: 0;
  background: var(--cloth);
  padding: 0 12px;
}
.roll {
  flex: 0 0 10.5rem;
  align-self: center;
}
.pockets {
  display: flex;
  flex: 1;
  gap: 6px;
  margin: 0;
  padding: 8px 2px 0;
  min-width: 0;
  overflow-x: auto;
  list-style: none;
}
.pocket {
  display: flex;
  flex-direction: column;
  width: 4.75rem;
  height: 100%;
  padding: 0;
  border: 0;
  background: var(--sheet);
  color: var(--ink);
  cursor: pointer;
}
.stroke {
  flex: 1;
  min-height: 0;
  width: 100%;
}
.name {
  display: grid;
  place-items: center;
  min-height: 2.5rem;
  padding: 0 3px;
  background: var(--pocket);
  border-top: 2px dashed var(--stitch);
  font-size: 0.875rem;
  line-height: 1.1;
  text-align: center;
  overflow: hidden;
}
.low .pocket {
  width: 3.5rem;
}
/* It is drawn out of its pocket. */
.held {
  translate: 0 -6px;
  outline: 3px solid var(--active);
}
.held .name {
  font-weight: 700;
}
</style>
