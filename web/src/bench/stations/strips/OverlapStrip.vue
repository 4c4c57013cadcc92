<script setup lang="ts">
// The same crossing four times: flow is what one stamp gives, opacity the most that the whole stroke covers.
import { t } from "@/words"
import { computed, ref } from "vue"
import { OVERLAPS, type Crossing, type Overlap } from "@/engine/pictures/stations"
import ChoiceCard from "../ChoiceCard.vue"
import InkedPicture from "@/pictures/InkedPicture.vue"
import { useBench } from "../../useBench"

const bench = useBench()
const names = Object.keys(OVERLAPS) as Overlap[]
const overlap = computed(() => bench.state.value?.document.overlap)
const part = (share: number) => `${Math.round(100 * share)} %`

function take(name: Overlap): void {
  const { overlap, flow, opacity } = OVERLAPS[name]
  bench.changeMany({ overlap, flow, opacity }, "overlap")
  bench.closeStep()
}

/** What the pixels of each come to. */
const counted = ref<Partial<Record<Overlap, Crossing>>>({})
const says = computed(() =>
  names.map((name) => {
    const pixels = counted.value[name]
    return pixels && t("bench.line-crossing", { line: part(pixels.line), crossing: part(pixels.crossing) })
  }),
)
const isOn = (name: Overlap) => {
  const brush = bench.state.value?.document
  const { flow, opacity } = OVERLAPS[name]
  return overlap.value === OVERLAPS[name].overlap && brush?.flow === flow && brush.opacity === opacity
}
</script>

<template>
  <div class="crossings">
    <ChoiceCard
      v-for="(name, i) in names"
      :key="name"
      :on="isOn(name)"
      :aria-label="t('bench.make-it-so', { name })"
      @click="take(name)"
    >
      <InkedPicture :station="name" :shape="2" @counted="counted[name] = $event" />
      <span class="name">{{ name }}</span>
      <span class="hm-small">{{ says[i] }}</span>
    </ChoiceCard>
    <p class="hm-small told">
      {{ t("bench.flow-is-the-ink-of-one") }}
    </p>
  </div>
</template>

<style scoped>
.crossings {
  grid-column: 1 / -1;
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  gap: 8px 20px;
  align-content: start;
}
@media (max-width: 62.5rem) {
  .crossings {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
}
.told {
  grid-column: 1 / -1;
  text-wrap: pretty;
}
</style>
