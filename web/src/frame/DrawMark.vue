<script setup lang="ts">
// A small square to draw a mark in, inked by the engine with a plain brush.
import { t } from "@/words"
import { ElButton } from "element-plus"
import { computed, ref, shallowRef, toRaw, useTemplateRef } from "vue"
import type { BrushDocument } from "@/documents/brush"
import { sampleOf } from "@/documents/lean"
import { newSeed, samplesFrom, type Kind, type Stroke } from "@/documents/stroke"
import type { ShownOn } from "@/engine/pictures/pockets"
import { useEngine } from "@/engine/page/useEngine"
import { DEFAULT_BRUSH } from "@/generated/layout"
import { useSheetPointers } from "@/drawing/useSheetPointers"
import PocketCanvas from "@/pictures/PocketCanvas.vue"

const emit = defineEmits<{ take: [picture: Blob]; leave: [] }>()
const SIDE = 192
const brush = { ...DEFAULT_BRUSH, size: 12, steadying: "even-out", reach: 8 } as unknown as BrushDocument
const engine = useEngine()
const square = useTemplateRef<HTMLElement>("square")
const strokes = shallowRef<Stroke[]>([])
const rows = ref<number[][]>([])
let pen: { kind: Kind; start: number; seed: number } | undefined

const on = computed((): ShownOn => {
  const hand = pen && rows.value.length > 0 ? [strokeOf(toRaw(rows.value))] : []
  return { strokes: [...strokes.value, ...hand], room: { left: 0, top: 0, right: SIDE, bottom: SIDE } }
})

function strokeOf(now: number[][]): Stroke {
  return { kind: pen!.kind, erase: false, seed: pen!.seed, samples: samplesFrom(now) }
}

function add(events: PointerEvent[]): void {
  const box = square.value!.getBoundingClientRect()
  const scale = SIDE / box.width
  const made = events.map((event) => {
    const [x, y] = [(event.clientX - box.left) * scale, (event.clientY - box.top) * scale]
    return sampleOf(event, x, y, pen!.start)
  })
  rows.value = [...rows.value, ...made]
}

useSheetPointers(square, {
  down(kind, event) {
    pen = { kind, start: event.timeStamp, seed: newSeed() }
    rows.value = []
    add([event])
  },
  move: (events) => pen && add(events),
  up() {
    if (pen) strokes.value = [...strokes.value, strokeOf(toRaw(rows.value))]
    pen = undefined
    rows.value = []
  },
  cancel() {
    pen = undefined
    rows.value = []
  },
  pinch: () => {},
})

async function take(): Promise<void> {
  const written = await engine.api.writePocket(toRaw(on.value), brush, SIDE, SIDE)
  if (written) emit("take", written.file)
}
</script>

<template>
  <div class="draw">
    <div ref="square" class="square" role="group" :aria-label="t('frame.draw-your-mark')">
      <PocketCanvas class="inked" :which="on" :document="brush" />
    </div>
    <div class="acts">
      <ElButton type="primary" :disabled="strokes.length === 0" @click="take">{{
        t("frame.this-is-my-mark")
      }}</ElButton>
      <ElButton :disabled="strokes.length === 0" @click="strokes = []">{{ t("frame.clear") }}</ElButton>
      <ElButton @click="emit('leave')">{{ t("frame.leave-it") }}</ElButton>
    </div>
  </div>
</template>

<style scoped>
.draw {
  display: flex;
  flex-wrap: wrap;
  gap: 16px;
}
.square {
  width: 192px;
  height: 192px;
  background: var(--sheet);
  touch-action: none;
  cursor: crosshair;
}
.inked {
  width: 100%;
  height: 100%;
  pointer-events: none;
}
.acts {
  display: grid;
  align-content: start;
  gap: 8px;
}
.acts .el-button {
  margin: 0;
}
</style>
