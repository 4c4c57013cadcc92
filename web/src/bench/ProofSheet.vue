<script setup lang="ts">
import { FLOATS, type Kind, type Pen, newSeed } from "@/documents/stroke"
import { useElementSize, useEventListener } from "@vueuse/core"
import * as Comlink from "comlink"
import { Maximize, Trash2 } from "@lucide/vue"
import { computed, onMounted, useTemplateRef, watch } from "vue"
import { newId } from "@/documents/ids"
import { leanOf } from "@/documents/lean"
import { numberOf } from "@/documents/colours"
import { MOST_SAMPLES } from "@/generated/layout"
import { usePracticePen } from "./practice/usePracticePen"
import { useSession } from "@/device/useSession"
import CaptureFrame from "./CaptureFrame.vue"
import { useBench } from "./useBench"
import { useSheetPointers } from "@/parts/useSheetPointers"
import { useSheetView } from "./useSheetView"

const bench = useBench()
const session = useSession()
const { api } = bench.engine
const canvas = useTemplateRef("canvas")
const room = useTemplateRef("room")
const { width, height } = useElementSize(room)
const { layout } = bench
const size = () => bench.state.value && Number(bench.state.value.document.size)
const { view, flow, seen, moved, fit, pinch } = useSheetView(
  ...[width, height, layout.blocks, layout.heldLane, size],
)
watch(flow, (now) => (layout.flow.value = now), { immediate: true })
const practice = usePracticePen(bench)
const pointer = defineModel<Kind | "practice" | undefined>("pointer")
const down = defineModel<boolean>("drawing", { required: true })
const capturing = defineModel<boolean>("capturing", { required: true })
let stroke: (Pen & { id: string; start: number; sent: number }) | undefined

/** Places are told to 1/256 px: shifted by whole px, as lanes flow, they stay the same to the last bit. */
const onGrid = (place: number) => Math.round(place * 256) / 256

function sampleOf(event: PointerEvent): number[] {
  const box = canvas.value!.getBoundingClientRect()
  const x = onGrid((event.clientX - box.left) / view.zoom + view.x)
  const y = onGrid((event.clientY - box.top) / view.zoom + view.y)
  const [altitude, azimuth] = leanOf(event)
  const twist = ((event.twist || 0) * Math.PI) / 180
  return [x, y, event.timeStamp - stroke!.start, event.pressure, altitude, azimuth, twist]
}

function begin(kind: Kind, erase: boolean, start: number): void {
  // The pen's own eraser end is an eraser too, and as large.
  const size = erase ? bench.eraser.eraserSize.value : null
  const pen = { kind, erase, seed: newSeed(), layer: bench.sheetLayers.active.value, size }
  stroke = { ...pen, id: newId(), start, sent: 0 }
  void api.down(pen)
}

async function finish(): Promise<void> {
  if (!stroke) return
  const drawn = await api.up(stroke.id)
  if (drawn) bench.drew(drawn)
}

function samplesOf(events: PointerEvent[]): Float32Array<ArrayBuffer> {
  const samples = new Float32Array(events.length * FLOATS)
  events.forEach((event, i) => samples.set(sampleOf(event), i * FLOATS))
  return samples
}

function send(events: PointerEvent[]): void {
  if (!stroke) return
  if (stroke.sent + events.length > MOST_SAMPLES) {
    // One recorded stroke holds so many samples and no more: the line goes on as a stroke of its own.
    void finish()
    begin(stroke.kind, stroke.erase, events[0]!.timeStamp)
  }
  stroke.sent += events.length
  const samples = samplesOf(events)
  if (pointer.value === "practice") practice.lend(samples)
  void api.move(samples, performance.timeOrigin + events.at(-1)!.timeStamp)
}

/** Bits of `buttons` (W3C Pointer Events): the pen's barrel button, and its eraser end. */
const ERASERS = 2 | 32

useSheetPointers(canvas, {
  down(kind, event) {
    practice.stop()
    const lent = kind === "mouse" && practice.on.value
    pointer.value = lent ? "practice" : kind
    down.value = true
    const turned = kind === "pen" && (event.buttons & ERASERS) !== 0
    const erase = bench.eraser.erase.value || turned
    if (lent) practice.begin()
    begin(lent ? "pen" : kind, erase, event.timeStamp)
    send([event])
  },
  move: (events) => send(events),
  foresee(events) {
    // A practice pen's pressure comes of how it went, and cannot be foreseen.
    if (stroke && pointer.value !== "practice") void api.foresee(samplesOf(events))
  },
  up() {
    down.value = false
    void finish()
  },
  cancel() {
    down.value = false
    void api.cancel()
  },
  pinch,
})

useEventListener(
  canvas,
  "wheel",
  (event: WheelEvent) => {
    event.preventDefault()
    if (practice.wheel(event.deltaY)) return
    const box = canvas.value!.getBoundingClientRect()
    pinch(Math.exp(-event.deltaY / 500), event.clientX - box.left, event.clientY - box.top, 0, 0)
  },
  { passive: false },
)

function colours(): void {
  const style = getComputedStyle(document.documentElement)
  const number = (name: string) => numberOf(style.getPropertyValue(name))
  void api.setColours(number("--paper"), number("--room"))
}

onMounted(async () => {
  await bench.engine.ready
  const lent = canvas.value!.transferControlToOffscreen()
  await api.attach(Comlink.transfer(lent, [lent]))
  watch(seen, (now) => void api.setView(now), { immediate: true })
  watch(() => session.account?.theme, colours, { immediate: true, flush: "post" })
})

/** The brush's width as it is on the paper just now. */
const sizeMark = computed(() => {
  const across = `${bench.eraser.size.value * view.zoom}px`
  return { width: across, height: across }
})

const at = (x: number, y: number) => ({
  transform: `translate(${(x - view.x) * view.zoom}px, ${(y - view.y) * view.zoom}px)`,
})
</script>

<template>
  <div ref="room" class="room">
    <canvas ref="canvas" class="sheet" :data-zoom="view.zoom" aria-label="Proof sheet: draw anywhere" />
    <button
      v-for="lane in layout.labelled.value"
      :key="lane.key"
      type="button"
      class="lane"
      :class="{ held: lane.strokes.some((one) => one.id === bench.inHand.value), still: down }"
      :style="at(...lane.at)"
      @click="bench.takeInHand(lane.strokes[0]!.id)"
    >
      {{ lane.label }}
    </button>
    <p v-if="bench.proofs.strokes.value.length === 0" class="invite" :style="at(0, flow?.free ?? 0)">
      Draw anywhere: your strokes stay, and re-ink with every change.
    </p>
    <span v-if="bench.sizing.value" class="size" :style="sizeMark" />
    <button
      v-if="bench.proofs.strokes.value.length > 0"
      type="button"
      class="hm-quiet clear"
      :class="{ still: down }"
      :style="{ top: `${((flow?.free ?? 0) - view.y) * view.zoom}px` }"
      aria-label="Clear your strokes"
      @click="bench.clear()"
    >
      <Trash2 :size="20" /> Clear your strokes
    </button>
    <CaptureFrame v-if="capturing" :view="view" @over="capturing = false" />
    <button v-if="moved" type="button" class="hm-quiet fit" @click="fit">
      <Maximize :size="20" /> Whole sheet
    </button>
  </div>
</template>

<style scoped>
.room {
  position: relative;
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
  color: #5b6866;
  font-size: 14px;
  white-space: nowrap;
  cursor: pointer;
}
.invite {
  position: absolute;
  top: 0;
  left: 8px;
  font-size: 16px;
  color: #5b6866;
  pointer-events: none;
}
.lane.held {
  color: #1d5a4d;
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
/* At the head of the free paper, where a stroke seldom begins. */
.clear {
  position: absolute;
  right: 8px;
  color: #46555a;
  font-size: 14px;
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
