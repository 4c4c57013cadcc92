<script setup lang="ts">
import { useElementSize, useEventListener } from "@vueuse/core"
import * as Comlink from "comlink"
import { Maximize } from "@lucide/vue"
import { onMounted, useTemplateRef, watch } from "vue"
import { FLOATS, type Kind } from "@/engine/sheet"
import { MOST_SAMPLES } from "@/generated/layout"
import { usePracticePen } from "@/practice/usePracticePen"
import { useSession } from "@/account/useSession"
import CaptureFrame from "./CaptureFrame.vue"
import { useBench } from "./useBench"
import { useSheetPointers } from "./useSheetPointers"
import { useSheetView } from "./useSheetView"

const bench = useBench()
const session = useSession()
const { api } = bench.engine
const canvas = useTemplateRef("canvas")
const room = useTemplateRef("room")
const { width, height } = useElementSize(room)
const { view, seen, moved, fit, pinch } = useSheetView(width, height, bench.lanesArea, bench.heldArea)
const practice = usePracticePen(bench)
const pointer = defineModel<Kind | "practice" | undefined>("pointer")
const down = defineModel<boolean>("drawing", { required: true })
const capturing = defineModel<boolean>("capturing", { required: true })
let stroke: { id: string; kind: Kind; erase: boolean; start: number; sent: number } | undefined

function sampleOf(event: PointerEvent): number[] {
  const box = canvas.value!.getBoundingClientRect()
  const x = (event.clientX - box.left) / view.zoom + view.x
  const y = (event.clientY - box.top) / view.zoom + view.y
  const upright = Math.PI / 2
  const [altitude, azimuth] = [event.altitudeAngle ?? upright, event.azimuthAngle ?? 0]
  const twist = ((event.twist || 0) * Math.PI) / 180
  return [x, y, event.timeStamp - stroke!.start, event.pressure, altitude, azimuth, twist]
}

async function finish(): Promise<void> {
  if (!stroke) return
  const { id, kind, erase } = stroke
  const drawn = await api.up(id, kind, erase)
  if (drawn) bench.drew(drawn)
}

function send(events: PointerEvent[]): void {
  if (!stroke) return
  if (stroke.sent + events.length > MOST_SAMPLES) {
    // One recorded stroke holds so many samples and no more: the line goes on as a stroke of its own.
    void finish()
    stroke = { ...stroke, id: crypto.randomUUID(), start: events[0]!.timeStamp, sent: 0 }
    void api.down(stroke.kind, stroke.erase)
  }
  stroke.sent += events.length
  const samples = new Float32Array(events.length * FLOATS)
  events.forEach((event, i) => samples.set(sampleOf(event), i * FLOATS))
  if (pointer.value === "practice") practice.lend(samples)
  void api.move(samples, performance.timeOrigin + events.at(-1)!.timeStamp)
}

const ERASER = 32

useSheetPointers(canvas, {
  down(kind, event) {
    practice.stop()
    const lent = kind === "mouse" && practice.on.value
    pointer.value = lent ? "practice" : kind
    down.value = true
    const erase = bench.erase.value || (event.buttons & ERASER) !== 0
    stroke = { id: crypto.randomUUID(), kind: lent ? "pen" : kind, erase, start: event.timeStamp, sent: 0 }
    if (lent) practice.begin()
    void api.down(stroke.kind, erase)
    send([event])
  },
  move: (events) => send(events),
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
  const number = (name: string) => parseInt(style.getPropertyValue(name).trim().slice(1), 16)
  void api.setColours(number("--paper"), number("--room"))
}

onMounted(async () => {
  await bench.engine.ready
  const lent = canvas.value!.transferControlToOffscreen()
  await api.attach(Comlink.transfer(lent, [lent]))
  watch(seen, (now) => void api.setView(now), { immediate: true })
  watch(() => session.account?.theme, colours, { immediate: true, flush: "post" })
})

const at = (x: number, y: number) => ({
  transform: `translate(${(x - view.x) * view.zoom}px, ${(y - view.y) * view.zoom}px)`,
})
</script>

<template>
  <div ref="room" class="room">
    <canvas ref="canvas" class="sheet" aria-label="Proof sheet: draw anywhere" />
    <button
      v-for="lane in bench.shownLanes.value"
      :key="lane.key"
      type="button"
      class="lane"
      :class="{ held: lane.strokes.some((one) => one.id === bench.inHand.value), still: down }"
      :style="at(...lane.at)"
      @click="bench.takeInHand(lane.strokes[0]!.id)"
    >
      {{ lane.label }}
    </button>
    <p v-if="bench.proofs.strokes.value.length === 0" class="invite" :style="at(46, 548)">
      Draw anywhere: your strokes stay, and re-ink with every change.
    </p>
    <CaptureFrame v-if="capturing" :view="view" @over="capturing = false" />
    <button v-if="moved" type="button" class="quiet fit" @click="fit">
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
