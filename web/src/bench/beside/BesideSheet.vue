<script setup lang="ts">
// Another brush, a checkpoint or a picture beside the brush on the bench: the same strokes, seen alike.
import { t } from "@/words"
import type { Kind } from "@/documents/stroke"
import { onBeforeUnmount, useTemplateRef, watch } from "vue"
import type { View } from "@/engine/easel/screen"
import { useSheetPointers, type PointerActs } from "@/drawing/useSheetPointers"
import { useEaselCanvas } from "@/drawing/useEaselCanvas"
import { useBench } from "../useBench"
import { useDrawing } from "../proof/useDrawing"

const props = defineProps<{
  view: { zoom: number; x: number; y: number }
  seen: View
  pinch: PointerActs["pinch"]
}>()
const bench = useBench()
const { api } = bench.engine
const { other, over } = bench.beside
const canvas = useTemplateRef("canvas")
const pointer = defineModel<Kind | "practice" | undefined>("pointer")
const down = defineModel<boolean>("drawing", { required: true })
const pinch: PointerActs["pinch"] = (...how) => props.pinch(...how)
const { underWay } = bench
useSheetPointers(canvas, useDrawing(bench, { canvas, view: props.view, pinch, pointer, down, underWay }))

const attached = useEaselCanvas(canvas, "beside", () => props.seen)
watch(attached, () => bench.beside.show())
onBeforeUnmount(() => void api.leave("beside"))
</script>

<template>
  <div class="beside" :class="{ over, shown: other?.picture }">
    <canvas
      v-show="!other?.picture"
      ref="canvas"
      class="sheet"
      :aria-label="t('bench.proof-sheet-of-the-other-draw')"
    />
    <img v-if="other?.picture" :src="other.picture" :alt="other.name" />
    <p v-if="!over" class="name">{{ other?.name }}</p>
    <!-- Ink as it is dark, in one colour: paper stays white, so that two sheets can be multiplied. -->
    <svg width="0" height="0" aria-hidden="true">
      <filter id="only-here" color-interpolation-filters="sRGB">
        <feColorMatrix
          values="0.06 0.2 0.02 0 0.72  0.14 0.48 0.05 0 0.33  0.18 0.6 0.06 0 0.16  0 0 0 1 0"
        />
      </filter>
      <filter id="only-there" color-interpolation-filters="sRGB">
        <feColorMatrix values="0.17 0.57 0.06 0 0.2  0.12 0.4 0.04 0 0.44  0.13 0.42 0.05 0 0.4  0 0 0 1 0" />
      </filter>
    </svg>
  </div>
</template>

<style scoped>
.beside {
  position: relative;
  flex: 1 1 0;
  min-width: 0;
  overflow: hidden;
  border-left: 1px solid var(--rule);
  background: var(--paper);
}
.beside.over {
  position: absolute;
  inset: 0;
  border: 0;
  background: none;
  mix-blend-mode: multiply;
  pointer-events: none;
}
.sheet {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  touch-action: none;
  cursor: crosshair;
}
.over .sheet,
.over img {
  filter: url("#only-there");
}
img {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  object-fit: contain;
}
.name {
  position: absolute;
  right: 8px;
  bottom: 8px;
  padding: 2px 8px;
  background: var(--paper);
  color: var(--on-sheet-soft);
  font-weight: 700;
  pointer-events: none;
}
svg {
  position: absolute;
}
</style>
