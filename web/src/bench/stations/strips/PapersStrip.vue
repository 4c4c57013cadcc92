<script setup lang="ts">
// This brush on a small, a usual and a huge paper, and its width there in mm. Touch the paper at hand.
import { inDigits, t } from "@/words"
import { computed } from "vue"
import { MM_PER_INCH, PAPERS } from "@/generated/layout"
import { useBench } from "../../useBench"
import { usePaper } from "../../proof/usePaper"
import ChoiceCard from "../ChoiceCard.vue"
import InkedPicture from "@/pictures/InkedPicture.vue"

const bench = useBench()
const { paper } = usePaper()
const size = computed(() => Number(bench.state.value?.document.size ?? 0))
const papers = computed(() =>
  PAPERS.map((one) => ({
    ...one,
    mm: inDigits((size.value / one.dpi) * MM_PER_INCH, 1),
    share: inDigits((100 * size.value * MM_PER_INCH) / one.dpi / one.width, 1),
  })),
)
</script>

<template>
  <div class="papers">
    <ChoiceCard
      v-for="one in papers"
      :key="one.key"
      :on="paper.key === one.key"
      :aria-label="t('bench.is-at-hand', { label: one.label })"
      @click="paper = one"
    >
      <InkedPicture :station="one.key" :shape="300 / 212" />
      <span class="name">{{
        t("bench.mm-at-dpi", { label: one.label, width: one.width, height: one.height, dpi: one.dpi })
      }}</span>
      <span class="hm-small">{{ t("bench.mm-wide-of-the-paper", { mm: one.mm, share: one.share }) }}</span>
    </ChoiceCard>
  </div>
</template>

<style scoped>
.papers {
  grid-column: 1 / -1;
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 24px;
  align-items: start;
}
canvas {
  max-width: 300px;
}
</style>
