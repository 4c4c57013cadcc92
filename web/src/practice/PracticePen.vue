<script setup lang="ts">
import { Play, Square, X } from "@lucide/vue"
import { computed } from "vue"
import { useBench } from "@/bench/useBench"
import ChoiceBar from "@/parts/ChoiceBar.vue"
import ValueSlider from "@/parts/ValueSlider.vue"
import LeanDial from "./LeanDial.vue"
import { usePracticePen, type PressureFrom } from "./usePracticePen"

const bench = useBench()
const { pen, on, replaying, replay, stop } = usePracticePen(bench)

const WAYS: { value: PressureFrom; label: string }[] = [
  { value: "slider", label: "slider" },
  { value: "speed", label: "speed" },
  { value: "wheel", label: "wheel" },
]
const HINTS: Record<PressureFrom, string> = {
  slider: "Every touch presses as set below.",
  speed: "Slow presses harder, quick presses lighter.",
  wheel: "Turn the wheel while you draw.",
}

/** The lane in hand as a whole, or the stroke of one's own. */
const recorded = computed(() => {
  const held = bench.inHand.value
  const lane = bench.lanes.lanes.value.find((one) => one.strokes.some((stroke) => stroke.id === held))
  if (lane) return { label: lane.label, strokes: lane.strokes }
  const own = bench.proofs.strokes.value.find((one) => one.id === held)
  if (own) return { label: "your last stroke", strokes: [own] }
  const first = bench.lanes.lanes.value[0]
  return first && { label: first.label, strokes: first.strokes }
})

function play(): void {
  if (replaying.value) stop()
  else if (recorded.value) void replay(recorded.value.strokes, 0, 64)
}
</script>

<template>
  <aside class="practice" aria-label="Practice pen">
    <header>
      <strong>Practice pen</strong>
      <button type="button" class="quiet" aria-label="Put the practice pen away" @click="on = false">
        <X :size="20" />
      </button>
    </header>
    <p class="small">Your mouse draws as a pen. Pressure by</p>
    <ChoiceBar v-model="pen.from" :options="WAYS" label="Pressure by" />
    <p class="small">{{ HINTS[pen.from] }}</p>
    <ValueSlider v-model="pen.pressure" label="Pressure" unit="%" :low="0.02" :high="1" :step="0.01" />
    <div class="row">
      <LeanDial v-model:altitude="pen.altitude" v-model:azimuth="pen.azimuth" />
      <button type="button" class="quiet play" :disabled="!recorded" @click="play">
        <component :is="replaying ? Square : Play" :size="20" />
        <span
          >{{ replaying ? "Stop" : "Redraw live:" }}<br v-if="!replaying" />{{
            replaying ? "" : recorded?.label
          }}</span
        >
      </button>
    </div>
  </aside>
</template>

<style scoped>
.practice {
  position: absolute;
  top: 12px;
  right: 12px;
  width: 300px;
  padding: 6px 14px 14px;
  background: var(--room);
  border: 1px solid var(--rule);
  border-radius: 4px;
  z-index: 3;
}
header {
  display: flex;
  justify-content: space-between;
  align-items: center;
}
.row {
  display: flex;
  align-items: center;
  gap: 8px;
  margin-top: 8px;
}
.play {
  flex: 1;
  height: auto;
  min-height: 56px;
  text-align: left;
  background: var(--room-deep);
}
.small {
  margin: 4px 0;
}
</style>
