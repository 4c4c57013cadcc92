<script setup lang="ts">
// One of the six steps from hand to ink: a live picture of what it does to the stroke in hand.
import HandPicture from "./HandPicture.vue"
import InkedPicture from "./InkedPicture.vue"
import LinePicture from "./LinePicture.vue"
import WeightPicture from "./WeightPicture.vue"
import type { Station } from "./stations"

defineProps<{
  station: Station
  open: boolean
  says: string
  small: boolean
  /** It does nothing to this brush's stroke. */
  empty: boolean
}>()
const WIDTH = 240
const HEIGHT = 88
</script>

<template>
  <button
    type="button"
    class="card"
    :class="{ open, empty }"
    :aria-expanded="open"
    :aria-label="`${station.label}: ${says}`"
  >
    <span class="head">
      <span class="name">{{ station.label }}</span>
      <span class="says">{{ says }}</span>
    </span>
    <span v-if="!empty && !small" class="picture">
      <HandPicture v-if="station.key === 'hand'" :width="WIDTH" :height="HEIGHT" />
      <LinePicture v-else-if="station.key === 'line'" :width="WIDTH" :height="HEIGHT" />
      <WeightPicture v-else-if="station.key === 'weight'" :width="WIDTH" :height="HEIGHT" />
      <InkedPicture v-else :station="station.key" :width="WIDTH" :height="HEIGHT" />
    </span>
  </button>
</template>

<style scoped>
.card {
  position: relative;
  flex: 1 1 0;
  min-width: 0;
  display: flex;
  flex-direction: column;
  padding: 0;
  border: 0;
  background: none;
  text-align: left;
  cursor: pointer;
}
.card.empty {
  flex: 0 0 110px;
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
  font-size: 14px;
  color: var(--ink-soft);
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.picture {
  flex: 1;
  min-height: 0;
  overflow: hidden;
  background: var(--paper);
}
.picture :deep(svg),
.picture :deep(canvas) {
  display: block;
  width: 100%;
  height: 100%;
  object-fit: cover;
}
.open .head {
  box-shadow: inset 0 -3px 0 var(--active);
}
.open .name {
  color: var(--active);
}
</style>
