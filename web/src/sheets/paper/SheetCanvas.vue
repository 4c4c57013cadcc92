<script setup lang="ts">
// The paper itself: ink, what is ruled over it, and what is being chosen.
import { t } from "@/words"
import { useElementSize, useObjectUrl } from "@vueuse/core"
import { FlipHorizontal2, Maximize, Ruler } from "@lucide/vue"
import { computed, ref, shallowRef, useTemplateRef, watch } from "vue"
import type { SheetStroke } from "@/documents/sheet"
import HoverTip from "@/drawing/HoverTip.vue"
import { useFingerTaps } from "@/drawing/useFingerTaps"
import { useSheetPointers } from "@/drawing/useSheetPointers"
import { useWheelZoom } from "@/drawing/useWheelZoom"
import { useEaselCanvas } from "@/drawing/useEaselCanvas"
import type { Grab } from "./grab"
import GuideLines from "./GuideLines.vue"
import ScreenMeasure from "./ScreenMeasure.vue"
import StraightOffer from "./StraightOffer.vue"
import { useSheet } from "../useSheet"
import { useHeldStill } from "./useHeldStill"
import { useSheetDrawing } from "./useSheetDrawing"
import { usePaperView } from "./usePaperView"

const active = defineModel<number>("active", { required: true })
const props = defineProps<{
  sizing: boolean
  /** What a pointer does instead of drawing: it is told places of the sheet, px. */
  grab?: Grab | undefined
}>()
const sheet = useSheet()
const { api } = sheet.engine
const room = useTemplateRef("room")
const canvas = useTemplateRef("canvas")
const { width, height } = useElementSize(room)
/** How many strokes are drawn and not kept yet. */
const underWay = ref(0)
const paper = usePaperView(width, height, sheet.document, underWay)
const { view, held, moved, moving, screenDpi, fit, trueSize, pinch, style, lies, seen, showed } = paper
const offered = shallowRef<InstanceType<typeof StraightOffer>["$props"]["modelValue"]>()
async function heldStill(stroke: SheetStroke): Promise<void> {
  const ways = await api.straightened(stroke.samples)
  offered.value = ways && ways.length > 0 ? { stroke, ways } : undefined
}
const still = useHeldStill()
const drawing = useSheetDrawing(sheet, room, paper, active, still, heldStill, underWay)
/** What has the pointer that is down: it keeps it, whatever is opened meanwhile. */
let grabbed: Grab | undefined

function placeOf(event: PointerEvent): [number, number] {
  const box = room.value!.getBoundingClientRect()
  return paper.toSheet(event.clientX - box.left, event.clientY - box.top)
}

useFingerTaps(room, sheet.history)
useSheetPointers(room, {
  down(kind, event) {
    grabbed = props.grab
    if (grabbed) grabbed.down(...placeOf(event))
    else drawing.down(kind, event)
  },
  move(events) {
    if (grabbed) events.forEach((event) => grabbed!.move(...placeOf(event)))
    else drawing.move(events)
  },
  foresee: (events) => grabbed || drawing.foresee!(events),
  up: () => (grabbed ? grabbed.up(view.zoom) : drawing.up()),
  cancel: () => (grabbed ? grabbed.up(view.zoom) : drawing.cancel()),
  pinch,
  inks: () => !props.grab,
})

useWheelZoom(room, pinch)
useEaselCanvas(canvas, "sheet", () => seen.value, "--room-deep", showed)

/** What the sheet looked like when it was seen last: shown until its strokes are inked. */
const opening = ref(true)
const last = ref<Blob>()
const seenLast = useObjectUrl(last)
void sheet.store.views.get(sheet.id).then((found) => (last.value = found?.picture))
watch(
  () => sheet.started.value && sheet.engine.laid.value === 1,
  (whole) => whole && (opening.value = false),
)

/** Where the paper lies in its box, CSS px. */
const sheetStyle = computed(() => {
  const { document } = sheet
  if (!document.value) return {}
  return {
    left: `${lies.value.x}px`,
    top: `${lies.value.y}px`,
    width: `${document.value.width * lies.value.zoom}px`,
    height: `${document.value.height * lies.value.zoom}px`,
  }
})
const mark = computed(() => {
  const across = `${sheet.hand.size.value * view.zoom}px`
  return { width: across, height: across }
})

const measuring = ref(false)
function atTrueSize(): void {
  if (screenDpi.value) trueSize()
  else measuring.value = true
}
watch(screenDpi, trueSize)
</script>

<template>
  <div
    ref="room"
    class="room"
    data-sheet
    :data-zoom="view.zoom"
    :data-still="still.held.value"
    :aria-busy="opening || moving"
  >
    <div class="box" :style="style">
      <img v-if="opening && seenLast" class="last" :style="sheetStyle" :src="seenLast" alt="" />
      <canvas
        ref="canvas"
        class="sheet canvas"
        :class="{ opening: opening && seenLast }"
        :aria-label="t('sheets.the-sheet-draw-on-it')"
      />
      <div class="over" :style="sheetStyle">
        <GuideLines v-if="sheet.document.value" :document="sheet.document.value" :zoom="lies.zoom" />
        <slot :zoom="lies.zoom" />
      </div>
    </div>
    <StraightOffer v-model="offered" @pointerdown.stop />
    <span v-if="props.sizing" class="size" :style="mark" />
    <HoverTip
      v-if="!props.grab"
      :over="room"
      :brush="sheet.hand.document.value"
      :size="sheet.hand.size.value"
      :zoom="view.zoom"
      :turn="held"
      :mirrored="view.mirrored"
    />
    <div class="looks" @pointerdown.stop>
      <button v-if="moved" type="button" class="hm-quiet" :aria-label="t('sheets.whole-sheet')" @click="fit">
        <Maximize :size="20" />
      </button>
      <button
        type="button"
        class="hm-quiet"
        :aria-label="t('sheets.true-size')"
        @click="atTrueSize"
        @dblclick="measuring = true"
      >
        <Ruler :size="20" />
      </button>
      <button
        type="button"
        class="hm-quiet"
        :aria-label="t('sheets.mirrored-look')"
        :aria-pressed="view.mirrored"
        @click="view.mirrored = !view.mirrored"
      >
        <FlipHorizontal2 :size="20" />
      </button>
    </div>
    <ScreenMeasure v-model="measuring" v-model:dpi="screenDpi" />
  </div>
</template>

<style scoped>
.room {
  position: relative;
  overflow: hidden;
  min-width: 0;
  min-height: 0;
  background: var(--room-deep);
  touch-action: none;
  cursor: crosshair;
}
.box {
  position: absolute;
}
.canvas {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
}
.last {
  position: absolute;
}
/* What is drawn meanwhile is seen over what is not inked yet. */
.canvas.opening {
  mix-blend-mode: darken;
}
.over {
  position: absolute;
  pointer-events: none;
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
.looks {
  position: absolute;
  right: 8px;
  top: 8px;
  display: flex;
  flex-direction: column;
  background: var(--room);
  border-radius: 3px;
}
</style>
