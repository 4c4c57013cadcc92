<script setup lang="ts">
// A sheet to try a brush on before it is one's own: on one's own strokes, and on what is drawn here. Nothing is kept.
import { t } from "@/words"
import { useElementSize } from "@vueuse/core"
import * as Comlink from "comlink"
import { Trash2 } from "@lucide/vue"
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, toRaw, useTemplateRef, watch } from "vue"
import type { BrushDocument } from "@/documents/brush"
import { numberOf } from "@/documents/colours"
import { newId } from "@/documents/ids"
import { sampleOf } from "@/documents/lean"
import { newSeed, reachOf, samplesFrom, type KeptStroke } from "@/documents/stroke"
import { PenLine } from "@/engine/page/penLine"
import { useEngine } from "@/engine/page/useEngine"
import { useSheetPointers } from "./useSheetPointers"

const props = defineProps<{ document: BrushDocument; strokes: KeptStroke[]; label: string }>()
const engine = useEngine()
const { api } = engine
const room = useTemplateRef("room")
const canvas = useTemplateRef("canvas")
const { width, height } = useElementSize(room)
const ratio = window.devicePixelRatio || 1
const drawn = shallowRef<KeptStroke[]>([])
const attached = ref(false)
let edit = 0
let start = 0
let line: PenLine

/** All strokes in sight, with room for a wide brush; never larger than they were drawn. */
const view = computed(() => {
  const margin = 24 + Math.min(60, Number(props.document.size) / 2)
  const { left = 0, top = 0, right = 1, bottom = 1 } = reachOf(props.strokes) ?? {}
  const [across, down] = [right - left + 2 * margin, bottom - top + 2 * margin]
  const zoom = Math.min(1, width.value / across, height.value / down) || 1
  // Not beyond the sheet's edge, where nothing can be drawn.
  const x = Math.max(0, (left + right - width.value / zoom) / 2)
  return { zoom, x, y: Math.max(0, top - margin) }
})
const seen = computed(() => ({
  zoom: view.value.zoom * ratio,
  originX: view.value.x,
  originY: view.value.y,
  width: Math.max(1, Math.round(width.value * ratio)),
  height: Math.max(1, Math.round(height.value * ratio)),
}))

onMounted(async () => {
  await engine.ready
  if (!canvas.value) return
  const style = getComputedStyle(document.documentElement)
  const paper = numberOf(style.getPropertyValue("--paper"))
  await api.setColours(paper, paper)
  const lent = canvas.value.transferControlToOffscreen()
  await api.attach("try", Comlink.transfer(lent, [lent]))
  attached.value = true
})
onBeforeUnmount(() => void api.leave("try"))

watch([attached, seen], () => attached.value && void api.setView("try", seen.value))
watch([attached, () => props.strokes, drawn], () => {
  if (attached.value) void api.setStrokes("try", [...props.strokes, ...drawn.value])
})
watch([attached, () => props.document], () => {
  if (attached.value) void api.setBrush("try", toRaw(props.document), ++edit)
})

function send(events: PointerEvent[]): void {
  const box = canvas.value!.getBoundingClientRect()
  const { zoom, x, y } = view.value
  const samples = samplesFrom(
    events.map((event) =>
      sampleOf(event, (event.clientX - box.left) / zoom + x, (event.clientY - box.top) / zoom + y, start),
    ),
  )
  line.report(samples)
}

useSheetPointers(canvas, {
  down(kind, event) {
    start = event.timeStamp
    line = new PenLine((samples) => api.move("try", samples, performance.timeOrigin + start))
    void api.down("try", { kind, erase: false, seed: newSeed() })
    send([event])
  },
  move: send,
  async up() {
    line.end()
    const stroke = await api.up("try", newId())
    if (stroke) drawn.value = [...drawn.value, stroke]
  },
  cancel() {
    line.drop()
    void api.cancel("try")
  },
  pinch: () => undefined,
  inks: () => true,
})
</script>

<template>
  <div ref="room" class="room">
    <canvas ref="canvas" class="sheet" :aria-label="label" />
    <p v-if="drawn.length === 0" class="invite">{{ t("drawing.draw-anywhere-nothing-of-it-is") }}</p>
    <button v-else type="button" class="hm-quiet clear" @click="drawn = []">
      <Trash2 :size="20" /> {{ t("drawing.clear") }}
    </button>
  </div>
</template>

<style scoped>
.room {
  position: relative;
  min-width: 0;
  min-height: 0;
  overflow: hidden;
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
/* On paper, whatever the light of the room. */
.invite,
.clear {
  position: absolute;
  right: 16px;
  bottom: 12px;
  color: var(--on-sheet-soft);
}
.invite {
  pointer-events: none;
}
</style>
