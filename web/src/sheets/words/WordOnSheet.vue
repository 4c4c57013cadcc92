<script setup lang="ts">
// A word, typed and set: it lies on the paper as the brush in hand would write it.
import { ElButton } from "element-plus"
import { computed } from "vue"
import type { Grab } from "../paper/grab"
import WordFields from "@/choosers/WordFields.vue"
import { useSheet } from "../useSheet"
import { useWord } from "./useWord"

const props = defineProps<{ active: number }>()
const sheet = useSheet()
const { hand, document } = sheet
const { wish, place, laid, missing, endsAt, ruled, put, take } = useWord(sheet, () => props.active)
const without = computed(() => (ruled.value ? ["x_height"] : []))
const tooWide = computed(() => endsAt.value > (document.value?.width ?? Infinity))

/** Where the finger took the word, from its first letter. */
let held: [number, number] = [0, 0]
const grab: Grab = {
  down(x, y) {
    held = [x - place.value[0], y - place.value[1]]
  },
  move: (x, y) => put(x - held[0], y - held[1]),
  up: () => undefined,
}
defineExpose({ grab })
</script>

<template>
  <div v-if="hand.brush.value" class="setting">
    <WordFields
      :key="String(ruled)"
      v-model="wish"
      :document="hand.brush.value.document"
      :without="without"
    />
    <div class="foot">
      <p v-if="missing" class="said" role="status">
        Left out, since no letter is drawn for it: {{ [...missing].join(" ") }}
      </p>
      <p v-else-if="tooWide" class="said" role="status">
        The line is longer than the paper. Make it smaller, or break it into two.
      </p>
      <p v-else class="hm-small">
        {{ ruled ? "It stands on the guides." : "" }} Drag on the paper to put it elsewhere.
      </p>
      <ElButton type="primary" :disabled="laid.length === 0" @click="take">Leave it on the sheet</ElButton>
    </div>
  </div>
</template>

<style scoped>
.foot {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 16px;
  min-height: 48px;
}
.said {
  color: var(--ember);
}
</style>
