<script setup lang="ts">
// A stroke inked by the engine while the door is open: the same ink as everywhere.
import { onMounted, useTemplateRef } from "vue"
import { DEFAULT_BRUSH } from "@/generated/layout"
import type { BrushDocument } from "@/engine/brush"
import { Images } from "@/engine/images"
import { loadModule } from "@/engine/module"
import { Screen } from "@/engine/screen"
import { Sheet, Slots, Workspace } from "@/engine/sheet"

const canvas = useTemplateRef("canvas")
const WIDTH = 1200
const HEIGHT = 420

interface Lanes {
  lanes: { key: string; strokes: number[][][] }[]
}

onMounted(async () => {
  const context = canvas.value?.getContext("2d")
  if (!context) return
  const [bytes, lanes] = await Promise.all([
    fetch("/engine.wasm").then((answer) => answer.arrayBuffer()),
    fetch("/lanes.json").then((answer) => answer.json() as Promise<Lanes>),
  ])
  const module = await loadModule(bytes)
  const sheet = new Sheet(module, new Slots(module), new Workspace(module, new Images(module)), WIDTH, HEIGHT)
  const screen = new Screen(module, context)
  screen.setColours(0xfbfaf5, 0xfbfaf5)
  screen.setView({ zoom: 1, originX: 0, originY: 0, width: WIDTH, height: HEIGHT })
  const pointed = { ...structuredClone(DEFAULT_BRUSH), size: 58, steadying: "even-out", reach: 40 }
  sheet.setBrush({ ...pointed, taper_start_length: 1.6, taper_end_length: 3 } as unknown as BrushDocument)
  const loop = lanes.lanes.find((lane) => lane.key === "loop")
  for (const rows of loop?.strokes ?? []) {
    const samples = new Float32Array(rows.flat())
    for (let i = 0; i < samples.length; i += 6) {
      samples[i] = (samples[i]! - 452) * 3.05
      samples[i + 1] = (samples[i + 1]! - 368) * 3.05
    }
    sheet.ink({ kind: "pen", erase: false, samples })
  }
  screen.showAll(sheet)
})
</script>

<template>
  <canvas ref="canvas" :width="WIDTH" :height="HEIGHT" aria-hidden="true" />
</template>

<style scoped>
canvas {
  width: 100%;
  aspect-ratio: 1200 / 420;
}
</style>
