<script setup lang="ts">
import { t } from "@/words"
import type { KeptStroke } from "@/documents/stroke"
import { Play, Square, X } from "@lucide/vue"
import { computed } from "vue"
import { useBench } from "../useBench"
import ChoiceBar from "@/parts/ChoiceBar.vue"
import ValueSlider from "@/parts/ValueSlider.vue"
import LeanDial from "./LeanDial.vue"
import { usePracticePen, type PressureFrom } from "./usePracticePen"

const bench = useBench()
const { pen, on, replaying, replay, stop } = usePracticePen(bench)

const WAYS: { value: PressureFrom; label: string }[] = [
  { value: "slider", label: t("bench.slider") },
  { value: "speed", label: t("bench.speed") },
  { value: "wheel", label: t("bench.wheel") },
]
const HINTS: Record<PressureFrom, string> = {
  slider: t("bench.every-touch-presses-as-set-below"),
  speed: t("bench.slow-presses-harder-quick-presses-lighter"),
  wheel: t("bench.turn-the-wheel-while-you-draw"),
}

const placed = (strokes: KeptStroke[], lane?: string) =>
  strokes.flatMap((one) => bench.layout.placed(one, lane) ?? [])

/** The lane in hand as a whole, or the stroke of one's own. */
const recorded = computed(() => {
  const held = bench.inHand.value
  const lane = bench.shownLanes.value.find((one) => one.strokes.some((stroke) => stroke.id === held))
  if (lane) return { label: lane.label, strokes: placed(lane.strokes, lane.key) }
  const own = bench.proofs.strokes.value.find((one) => one.id === held)
  if (own) return { label: t("bench.your-last-stroke"), strokes: placed([own]) }
  const first = bench.shownLanes.value[0]
  return first && { label: first.label, strokes: placed(first.strokes, first.key) }
})

function play(): void {
  if (replaying.value) stop()
  else if (recorded.value) void replay(recorded.value.strokes, 0, 64)
}
</script>

<template>
  <aside class="practice" :aria-label="t('bench.practice-pen')">
    <div class="from">
      <span class="hm-small">{{ t("bench.pressure-by") }}</span>
      <ChoiceBar v-model="pen.from" :options="WAYS" :label="t('bench.pressure-by')" />
    </div>
    <div class="press">
      <ValueSlider
        v-model="pen.pressure"
        :label="t('bench.pressure')"
        unit="%"
        :low="0.02"
        :high="1"
        :step="0.01"
      />
      <p class="hm-small">{{ HINTS[pen.from] }}</p>
    </div>
    <LeanDial v-model:altitude="pen.altitude" v-model:azimuth="pen.azimuth" />
    <button type="button" class="hm-quiet play" :disabled="!recorded" @click="play">
      <component :is="replaying ? Square : Play" :size="20" />
      {{ replaying ? t("bench.stop") : t("bench.draw-live", { label: recorded?.label ?? "" }) }}
    </button>
    <button
      type="button"
      class="hm-quiet"
      :aria-label="t('bench.put-the-practice-pen-away')"
      @click="on = false"
    >
      <X :size="20" />
    </button>
  </aside>
</template>

<style scoped>
.practice {
  display: flex;
  align-items: center;
  gap: 20px;
  min-width: 0;
  height: 92px;
  padding: 0 8px 0 16px;
  border-top: 1px solid var(--rule);
}
.from {
  flex: none;
}
.press {
  flex: 1 1 220px;
  min-width: 160px;
  max-width: 420px;
}
.press .hm-small {
  margin-top: -8px;
  white-space: nowrap;
}
.play {
  flex: 0 1 auto;
  min-width: 120px;
  margin-left: auto;
  background: var(--room-deep);
  text-align: left;
  line-height: 1.15;
  height: 56px;
}
@media (max-width: 62.5rem) {
  .practice {
    gap: 10px;
    padding: 0 0 0 10px;
  }
  .practice :deep(figcaption),
  .press .hm-small {
    display: none;
  }
  .play {
    font-size: 0.9375rem;
    min-width: 104px;
  }
}
</style>
