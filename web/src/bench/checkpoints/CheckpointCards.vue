<script setup lang="ts">
// Kept states as small inked strokes, one beside the other.
import type { StoredCheckpoint } from "@/device/tables/checkpoints"
import PocketPicture from "@/pictures/PocketPicture.vue"
import { calledOf, momentOf } from "./useCheckpoints"

const { picked = undefined } = defineProps<{
  cards: { one: StoredCheckpoint; words?: string }[]
  /** Id of the one that is looked at. */
  picked?: string | undefined
}>()
const emit = defineEmits<{ pick: [checkpoint: StoredCheckpoint] }>()
</script>

<template>
  <ol>
    <li v-for="{ one, words } in cards" :key="one.id">
      <button
        type="button"
        class="card"
        :class="{ on: one.id === picked }"
        :aria-pressed="one.id === picked"
        @click="emit('pick', one)"
      >
        <PocketPicture class="stroke" which="stroke" :document="one.document" />
        <strong>{{ calledOf(one) }}</strong>
        <span class="hm-small">{{ momentOf(one) }}</span>
        <span v-if="words !== undefined" class="hm-small words">{{ words }}</span>
      </button>
    </li>
  </ol>
</template>

<style scoped>
ol {
  flex: 1;
  display: flex;
  gap: 10px;
  min-width: 0;
  margin: 0;
  padding: 0 0 6px;
  overflow-x: auto;
  list-style: none;
}
li {
  flex: 0 0 128px;
}
.card {
  display: flex;
  flex-direction: column;
  width: 100%;
  height: 100%;
  padding: 0 0 6px;
  border: 0;
  border-bottom: 3px solid transparent;
  background: none;
  text-align: left;
  cursor: pointer;
}
.card.on {
  border-bottom-color: var(--active);
}
.stroke {
  flex: 1;
  min-height: 0;
  width: 100%;
  margin-bottom: 4px;
  background: var(--paper);
}
strong {
  line-height: 1.15;
}
.words {
  min-height: 2.6em;
  line-height: 1.25;
  overflow: hidden;
}
</style>
