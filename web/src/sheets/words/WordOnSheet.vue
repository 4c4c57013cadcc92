<script setup lang="ts">
// A word, typed and set: it lies on the paper as the brush in hand would write it.
import { t } from "@/words"
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
        {{ t("sheets.left-out-since-no-letter-is", { letters: [...missing].join(" ") }) }}
      </p>
      <p v-else-if="tooWide" class="said" role="status">
        {{ t("sheets.the-line-is-longer-than-the") }}
      </p>
      <p v-else class="hm-small">
        {{
          t("sheets.drag-on-the-paper-to-put", { guides: ruled ? t("sheets.it-stands-on-the-guides") : "" })
        }}
      </p>
      <ElButton type="primary" :disabled="laid.length === 0" @click="take">{{
        t("sheets.leave-it-on-the-sheet")
      }}</ElButton>
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
