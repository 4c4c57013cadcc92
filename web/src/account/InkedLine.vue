<script setup lang="ts">
// A stroke inked by the engine while the door is open: the same ink as everywhere.
import type { BrushDocument } from "@/documents/brush"
import { FLOATS, type Stroke, samplesFrom } from "@/documents/stroke"
import { useElementSize } from "@vueuse/core"
import { onMounted, shallowRef, useTemplateRef, watch } from "vue"
import engineAddress from "@/generated/engine.wasm?url"
import lanesAddress from "@/generated/lanes.json?url"
import { DEFAULT_BRUSH } from "@/generated/layout"
import { Images } from "@/engine/memory/images"
import { loadModule } from "@/engine/memory/module"
import { Screen } from "@/engine/easel/screen"
import { Sheet } from "@/engine/easel/sheet"
import { Slots, Workspace } from "@/engine/easel/workspace"

const canvas = useTemplateRef("canvas")
const { width } = useElementSize(canvas)
const ratio = window.devicePixelRatio || 1
/** Room of the stroke, sheet px. */
const ROOM = { width: 1200, height: 420 }
const PAPER = 0xfbfaf5

interface Lanes {
  lanes: { key: string; strokes: number[][][] }[]
}
const ready = shallowRef<{ sheet: Sheet; screen: Screen; strokes: Stroke[] }>()

onMounted(async () => {
  const context = canvas.value?.getContext("2d")
  if (!context) return
  const [bytes, lanes] = await Promise.all([
    fetch(engineAddress).then((answer) => answer.arrayBuffer()),
    fetch(lanesAddress).then((answer) => answer.json() as Promise<Lanes>),
  ])
  const module = await loadModule(bytes)
  const sheet = new Sheet(module, new Slots(module), new Workspace(module, new Images(module)), 1, 1)
  const screen = new Screen(module, context)
  screen.setColours(PAPER, PAPER)
  const pointed = { ...structuredClone(DEFAULT_BRUSH), size: 58, steadying: "even-out", reach: 40 }
  sheet.setBrush({ ...pointed, taper_start_length: 1.6, taper_end_length: 3 } as unknown as BrushDocument)
  const loop = lanes.lanes.find((lane) => lane.key === "loop")
  const strokes = (loop?.strokes ?? []).map((rows): Stroke => {
    const samples = samplesFrom(rows)
    for (let i = 0; i < samples.length; i += FLOATS) {
      samples[i] = (samples[i]! - 452) * 3.05
      samples[i + 1] = (samples[i + 1]! - 368) * 3.05
    }
    return { kind: "pen", erase: false, seed: 1, samples }
  })
  ready.value = { sheet, screen, strokes }
})

watch([ready, width], () => {
  if (!ready.value || width.value <= 0) return
  const { sheet, screen, strokes } = ready.value
  const scale = (width.value * ratio) / ROOM.width
  const view = { width: Math.round(ROOM.width * scale), height: Math.round(ROOM.height * scale) }
  sheet.resize(view.width, view.height, scale)
  screen.setView({ zoom: 1, originX: 0, originY: 0, ...view })
  for (const stroke of strokes) sheet.ink(stroke)
  screen.showAll(sheet)
})
</script>

<template>
  <canvas ref="canvas" aria-hidden="true" />
</template>

<style scoped>
canvas {
  width: 100%;
  aspect-ratio: 1200 / 420;
}
</style>
