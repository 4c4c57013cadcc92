<script setup lang="ts">
// Every blend mode of the brush, over a light patch and a dark one. Touch the one it should have.
import { said, t } from "@/words"
import { computed } from "vue"
import { MODES } from "@/generated/layout"
import ChoiceCard from "../ChoiceCard.vue"
import InkedPicture from "@/pictures/InkedPicture.vue"
import { useBench } from "../../useBench"

const bench = useBench()
const mode = computed(() => bench.state.value?.document.mode)

function take(one: string): void {
  bench.change("mode", one)
  bench.closeStep()
}
</script>

<template>
  <div class="modes">
    <ChoiceCard
      v-for="one in MODES"
      :key="one"
      :on="mode === one"
      :aria-label="t('bench.mixes-as', { one: said(one) })"
      @click="take(one)"
    >
      <InkedPicture :station="`mode ${one}`" :shape="2" />
      <span class="name">{{ said(one) }}</span>
    </ChoiceCard>
  </div>
</template>

<style scoped>
.modes {
  grid-column: 1 / -1;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  gap: 6px 16px;
  align-content: start;
}
</style>
