<script setup lang="ts">
import { t } from "@/words"
import type { Kind } from "@/documents/stroke"
import { useElementSize } from "@vueuse/core"
import { Maximize, Trash2 } from "@lucide/vue"
import { computed, useTemplateRef, watch } from "vue"
import { usePracticePen } from "../practice/usePracticePen"
import CaptureFrame from "./CaptureFrame.vue"
import { useBench } from "../useBench"
import HoverTip from "@/drawing/HoverTip.vue"
import { useFingerTaps } from "@/drawing/useFingerTaps"
import { useSheetPointers } from "@/drawing/useSheetPointers"
import { useWheelZoom } from "@/drawing/useWheelZoom"
import { useEaselCanvas } from "@/drawing/useEaselCanvas"
import { useDrawing } from "./useDrawing"
import BesideSheet from "../beside/BesideSheet.vue"
import { useSheetView } from "./useSheetView"

const bench = useBench()
const canvas = useTemplateRef("canvas")
const room = useTemplateRef("room")
const { width, height } = useElementSize(room)
const { layout, beside, underWay } = bench
const size = () => bench.state.value && Number(bench.state.value.document.size)
const { view, flow, seen, moved, fit, pinch } = useSheetView(
  ...[width, height, layout.blocks, layout.heldLane, size, underWay],
)
watch(flow, (now) => (layout.flow.value = now), { immediate: true })
const practice = usePracticePen(bench)
const pointer = defineModel<Kind | "practice" | undefined>("pointer")
const down = defineModel<boolean>("drawing", { required: true })
const capturing = defineModel<boolean>("capturing", { required: true })
useFingerTaps(canvas, bench.history)
useSheetPointers(canvas, useDrawing(bench, { canvas, view, pinch, pointer, down, underWay }))

useWheelZoom(canvas, pinch, practice.wheel)
useEaselCanvas(canvas, "bench", () => seen.value, "--room")

/** The brush's width as it is on the paper just now. */
const sizeMark = computed(() => {
  const across = `${bench.eraser.size.value * view.zoom}px`
  return { width: across, height: across }
})

/** Where something of the paper stands, and how wide it may be from there. */
const at = (x: number, y: number) => ({
  maxWidth: `${Math.max(44, width.value - (x - view.x) * view.zoom)}px`,
  transform: `translate(${(x - view.x) * view.zoom}px, ${(y - view.y) * view.zoom}px)`,
})
</script>

<template>
  <div class="sheets" :class="{ over: beside.over.value }">
    <div ref="room" class="room">
      <canvas
        ref="canvas"
        class="sheet"
        :data-zoom="view.zoom"
        :aria-label="t('bench.proof-sheet-draw-anywhere')"
      />
      <button
        v-for="lane in layout.labelled.value"
        :key="lane.key"
        type="button"
        class="lane"
        :class="{ held: lane.strokes.some((one) => one.id === bench.inHand.value), still: down }"
        :title="lane.label"
        :style="at(...lane.at)"
        @click="bench.takeInHand(lane.strokes[0]!.id)"
      >
        {{ lane.label }}
      </button>
      <p v-if="bench.proofs.strokes.value.length === 0" class="invite" :style="at(0, flow?.free ?? 0)">
        {{ t("bench.draw-anywhere-your-strokes-stay-and") }}
      </p>
      <span v-if="bench.sizing.value" class="size" :style="sizeMark" />
      <HoverTip
        :over="canvas"
        :brush="bench.state.value?.document"
        :size="bench.eraser.size.value"
        :zoom="view.zoom"
      />
      <button
        v-if="bench.proofs.strokes.value.length > 0"
        type="button"
        class="hm-quiet clear"
        :class="{ still: down }"
        :style="{ top: `min(${((flow?.free ?? 0) - view.y) * view.zoom}px, 100% - 44px)` }"
        :aria-label="t('bench.clear-your-strokes')"
        @click="bench.clear()"
      >
        <Trash2 :size="20" /> {{ t("bench.clear-your-strokes") }}
      </button>
      <CaptureFrame v-if="capturing" :view="view" @over="capturing = false" />
      <button v-if="moved" type="button" class="hm-quiet fit" @click="fit">
        <Maximize :size="20" /> {{ t("bench.whole-sheet") }}
      </button>
    </div>
    <BesideSheet
      v-if="beside.other.value"
      v-model:pointer="pointer"
      v-model:drawing="down"
      :view="view"
      :seen="seen"
      :pinch="pinch"
    />
  </div>
</template>

<style scoped>
.sheets {
  position: relative;
  isolation: isolate;
  display: flex;
  min-width: 0;
  min-height: 0;
  background: var(--paper);
}
/* What only the brush on the bench covers shows in ember; the other's sheet shows its own in verdigris. */
.over .sheet {
  filter: url("#only-here");
}
.room {
  position: relative;
  flex: 1 1 0;
  overflow: hidden;
  min-height: 0;
  min-width: 0;
  background: var(--paper);
}
.sheet {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  touch-action: none;
  cursor: crosshair;
}
.lane {
  position: absolute;
  top: 0;
  left: 0;
  height: 44px;
  padding: 0 8px 16px;
  border: 0;
  background: none;
  color: var(--on-sheet-faint);
  font-size: 0.875rem;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
  cursor: pointer;
}
.invite {
  position: absolute;
  top: 0;
  left: 8px;
  font-size: 1rem;
  color: var(--on-sheet-faint);
  pointer-events: none;
}
.lane.held {
  color: var(--guide-deep);
  font-weight: 700;
}
.size {
  position: absolute;
  left: 50%;
  top: 50%;
  translate: -50% -50%;
  border: 2px solid var(--ember);
  border-radius: 50%;
  pointer-events: none;
}
/* At the head of the free paper, where a stroke seldom begins; within it, however low it is. */
.clear {
  position: absolute;
  right: 8px;
  color: var(--on-sheet-soft);
  font-size: 0.875rem;
}
.still,
.lane.still {
  pointer-events: none;
}
.fit {
  position: absolute;
  right: 12px;
  bottom: 12px;
  background: var(--room);
}
</style>
