<script setup lang="ts">
// Which pointer is in use, and what it tells: pressure, tilt and speed as they come.
import { useRafFn } from "@vueuse/core"
import { computed, ref } from "vue"
import { trace } from "@/parts/plot"
import { useBench } from "../useBench"

const props = defineProps<{ pointer?: string; drawing: boolean }>()
const { engine } = useBench()
const { live, traces } = engine

const SPAN = 240
const FASTEST = 4
const WIDTH = 520
const HEIGHT = 62
const running = ref<{ pressure: number; tilt: number; speed: number }[]>([])

useRafFn(() => {
  if (!props.drawing) return
  const { pressure, tilt, speed } = live.value
  running.value = [...running.value.slice(-SPAN), { pressure, tilt, speed }]
})

const NAMES: Record<string, string> = {
  pen: "Pen",
  finger: "Finger",
  mouse: "Mouse",
  practice: "Practice pen",
}
const SAYS: Record<string, string> = {
  pen: "reports pressure and tilt",
  finger: "reports no pressure: it counts as half a press",
  mouse: "reports no pressure: it counts as half a press",
  practice: "stands in for a pen",
}

const rows = computed(() => {
  const frame = { width: WIDTH, height: HEIGHT, pad: 5 }
  const now = running.value
  const hand = traces.value?.hand
  const over = now.length > 1 ? now.map((_, i) => i) : (hand?.t ?? [])
  const column = (name: "pressure" | "tilt" | "speed") =>
    now.length > 1 ? now.map((one) => one[name]) : (hand?.[name] ?? [])
  const row = (name: "pressure" | "tilt" | "speed", label: string, most: number, text: string) => ({
    label,
    text,
    path: trace(over, column(name), most, frame),
  })
  const { pressure, tilt, speed } = live.value
  return [
    row("pressure", "Pressure", 1, `${Math.round(pressure * 100)} %`),
    row("tilt", "Tilt", 1, `${Math.round(tilt * 90)}°`),
    row("speed", "Speed", FASTEST, `${speed.toFixed(2)} px/ms`),
  ]
})
</script>

<template>
  <div class="hand">
    <div class="pointer">
      <p class="small">In use</p>
      <p class="name">{{ NAMES[pointer ?? ""] ?? "Nothing yet" }}</p>
      <p class="small">{{ SAYS[pointer ?? ""] ?? "Draw on the proof sheet to see what your hand does." }}</p>
    </div>
    <dl>
      <div v-for="row in rows" :key="row.label">
        <dt>{{ row.label }}</dt>
        <dd class="plot">
          <svg :viewBox="`0 0 ${WIDTH} ${HEIGHT}`" preserveAspectRatio="none"><path :d="row.path" /></svg>
        </dd>
        <dd class="figure" :class="{ drawing }">{{ row.text }}</dd>
      </div>
    </dl>
  </div>
</template>

<style scoped>
.hand {
  display: flex;
  gap: 32px;
  height: 100%;
}
.pointer {
  flex: 0 0 230px;
}
.name {
  font-size: 26px;
  font-weight: 700;
}
dl {
  flex: 1;
  display: grid;
  gap: 8px;
  margin: 0;
  min-width: 0;
}
dl div {
  display: grid;
  grid-template-columns: 84px 1fr 112px;
  align-items: center;
  gap: 12px;
  min-height: 0;
}
dd {
  margin: 0;
}
.plot {
  height: 100%;
  min-height: 40px;
  background: var(--paper);
}
svg {
  width: 100%;
  height: 100%;
}
path {
  fill: none;
  stroke: #1e2a2d;
  stroke-width: 2;
  vector-effect: non-scaling-stroke;
}
.figure {
  font-size: 20px;
  text-align: right;
}
.figure.drawing {
  color: var(--ember);
}
</style>
