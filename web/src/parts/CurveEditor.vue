<script setup lang="ts">
// A response's curve: tap to add a node, drag it, drag it off to remove it. The two handles on the left set the
// range it maps to, those at the foot the stretch of the input that changes nothing; the ember mark is where the pen
// is now; the bars are what the hand really used.
import { t } from "@/words"
import type { CurveChange, Link } from "@/documents/brush"
import { useElementSize } from "@vueuse/core"
import { computed, nextTick, ref, useTemplateRef } from "vue"
import { useCurveKeys } from "./useCurveKeys"

const props = defineProps<{
  label: string
  link: Link
  /** The curve at evenly spaced inputs 0..1, as the engine uses it. */
  table: Float32Array
  histogram: number[]
  /** The input just now; nothing while no pen is down. */
  live?: number
  ends: readonly [string, string]
  /** How far the range may go, and its unit: "%" counts 1 as 100. */
  output: { low: number; high: number; unit: string }
  edits: {
    add: (link: Link, x: number, y: number) => Promise<CurveChange>
    move: (link: Link, index: number, x: number, y: number) => Promise<CurveChange>
    remove: (link: Link, index: number) => Promise<CurveChange>
  }
}>()
const emit = defineEmits<{ change: [link: Partial<Link>]; done: [] }>()
const PAD = { left: 64, right: 20, top: 14, bottom: 50 }
const NEAR = 26
const OFF = 44

const box = useTemplateRef("box")
const svg = useTemplateRef("svg")
const { width, height } = useElementSize(box)
const dragged = ref<number>()
const leaving = ref(false)
const handle = ref<0 | 1>()
const stop = ref<0 | 1>()
let wanted: { x: number; y: number } | undefined
let moving: Promise<void> | undefined

const innerWidth = computed(() => Math.max(10, width.value - PAD.left - PAD.right))
const innerHeight = computed(() => Math.max(10, height.value - PAD.top - PAD.bottom))
const px = (x: number) => PAD.left + x * innerWidth.value
/** The plot's output axis holds the range, and at least the output's usual span. */
const axis = computed(() => {
  const { low, high, unit } = props.output
  const [from, to] = unit === "%" ? [Math.max(0, low), Math.min(1, high)] : [low, high]
  return { low: Math.min(from, ...props.link.range), high: Math.max(to, ...props.link.range) }
})
const py = (out: number) =>
  PAD.top + (1 - (out - axis.value.low) / (axis.value.high - axis.value.low)) * innerHeight.value
const figure = (edge: number) => (props.output.unit === "%" ? Math.round(edge * 100) : Math.round(edge))
const dead = computed((): [number, number] => props.link.dead ?? [0, 0])
const out = (y: number) => props.link.range[0] + (props.link.range[1] - props.link.range[0]) * y

const path = computed(() => {
  const last = props.table.length - 1
  let text = ""
  props.table.forEach(
    (y, i) => (text += `${i ? "L" : "M"}${px(i / last).toFixed(1)} ${py(out(y)).toFixed(1)}`),
  )
  return text
})

const bars = computed(() => {
  const most = Math.max(...props.histogram, 1e-6)
  const step = innerWidth.value / Math.max(1, props.histogram.length)
  return props.histogram.map((weight, i) => {
    const tall = (weight / most) * innerHeight.value * 0.5
    return { x: PAD.left + i * step, y: PAD.top + innerHeight.value - tall, width: step - 1, height: tall }
  })
})

const mark = computed(() => {
  if (props.live === undefined || props.table.length === 0) return undefined
  const y = props.table[Math.round(props.live * (props.table.length - 1))] ?? 0
  return { x: px(props.live), y: py(out(y)) }
})

function placeOf(event: PointerEvent) {
  const frame = svg.value!.getBoundingClientRect()
  const [left, top] = [event.clientX - frame.left, event.clientY - frame.top]
  const up = 1 - (top - PAD.top) / innerHeight.value
  const output = axis.value.low + up * (axis.value.high - axis.value.low)
  const [low, high] = props.link.range
  const y = Math.abs(high - low) < 1e-3 ? 0.5 : (output - low) / (high - low)
  return { left, top, x: (left - PAD.left) / innerWidth.value, y, output }
}

function apply(change: CurveChange): void {
  emit("change", { nodes: change.nodes })
}

async function press(event: PointerEvent): Promise<void> {
  svg.value?.setPointerCapture(event.pointerId)
  const at = placeOf(event)
  if (at.left < PAD.left - 10) {
    const [low, high] = props.link.range
    handle.value = Math.abs(at.output - low) <= Math.abs(at.output - high) ? 0 : 1
    return drag(event)
  }
  if (at.top > PAD.top + innerHeight.value + 4) {
    const [low, high] = dead.value
    stop.value = Math.abs(at.x - low) < Math.abs(at.x - high) || (low === high && at.x < low) ? 0 : 1
    return drag(event)
  }
  const { nodes } = props.link
  const distance = (i: number) => Math.hypot(px(nodes[i]![0]) - at.left, py(out(nodes[i]![1])) - at.top)
  const nearest = nodes.map((_, i) => i).sort((a, b) => distance(a) - distance(b))[0]
  if (nearest !== undefined && distance(nearest) < NEAR) {
    dragged.value = nearest
    return
  }
  const change = await props.edits.add(props.link, at.x, at.y)
  if (change.index < 0) return
  apply(change)
  dragged.value = change.index
}

async function drag(event: PointerEvent): Promise<void> {
  const at = placeOf(event)
  if (handle.value !== undefined) {
    const range: [number, number] = [...props.link.range]
    const { low, high } = props.output
    // Past the plot's edge a handle goes on, so that a range can be widened.
    const output = Math.min(high, Math.max(low, at.output))
    range[handle.value] = props.output.unit === "%" ? Math.round(output * 100) / 100 : Math.round(output)
    emit("change", { range })
    return
  }
  if (stop.value !== undefined) {
    const zone: [number, number] = [...dead.value]
    zone[stop.value] = Math.round(Math.min(1, Math.max(0, at.x)) * 100) / 100
    if (zone[0] > zone[1]) zone[1 - stop.value] = zone[stop.value]
    emit("change", { dead: zone[1] - zone[0] < 0.01 ? null : zone })
    return
  }
  if (dragged.value === undefined) return
  const away = Math.max(-at.left, at.left - width.value, -at.top, at.top - height.value)
  leaving.value = away > OFF && props.link.nodes.length > 2
  wanted = at
  moving ??= follow(dragged.value).finally(() => (moving = undefined))
}

/** Move the node to where the finger is, and again while the finger went on in the meantime. */
async function follow(index: number): Promise<void> {
  while (wanted) {
    const { x, y } = wanted
    wanted = undefined
    apply(await props.edits.move(props.link, index, x, y))
    await nextTick()
  }
}

/** What an end of the dead zone is called; while there is none its first end lies under the other. */
function stopSays(edge: number, i: number) {
  if (!props.link.dead && i === 0) return {}
  return {
    ...{ role: "slider", tabindex: 0, "aria-valuemin": 0, "aria-valuemax": 100 },
    "aria-label": t(`parts.nothing-changes-${i ? "up-to" : "from"}`, { label: props.label }),
    "aria-valuenow": Math.round(100 * edge),
    "aria-valuetext": `${Math.round(100 * edge)} %`,
  }
}

const keys = useCurveKeys({
  link: () => props.link,
  output: () => props.output,
  edits: props.edits,
  change: (link) => emit("change", link),
  done: () => emit("done"),
  focus: (index) => svg.value?.querySelectorAll<SVGElement>(".node")[index]?.focus(),
})

async function release(): Promise<void> {
  const index = dragged.value
  dragged.value = undefined
  handle.value = undefined
  stop.value = undefined
  await moving
  if (leaving.value && index !== undefined) apply(await props.edits.remove(props.link, index))
  leaving.value = false
  emit("done")
}
</script>

<template>
  <div ref="box" class="curve" :class="{ off: !link.on }">
    <svg
      ref="svg"
      :viewBox="`0 0 ${Math.max(1, width)} ${Math.max(1, height)}`"
      role="group"
      :aria-label="t('parts.curve', { label })"
      @pointerdown="press"
      @pointermove="drag"
      @pointerup="release"
      @pointercancel="release"
    >
      <rect class="field" :x="PAD.left" :y="PAD.top" :width="innerWidth" :height="innerHeight" />
      <rect v-for="(bar, i) in bars" :key="i" class="bar" v-bind="bar" />
      <line
        v-for="(edge, i) in link.range"
        :key="`edge${i}`"
        class="edge"
        :x1="PAD.left"
        :x2="PAD.left + innerWidth"
        :y1="py(edge)"
        :y2="py(edge)"
      />
      <rect
        v-if="link.dead"
        class="zone"
        :x="px(dead[0])"
        :y="PAD.top"
        :width="px(dead[1]) - px(dead[0])"
        :height="innerHeight"
      />
      <path class="line" :d="path" />
      <g
        v-for="(node, i) in link.nodes"
        :key="`node${i}`"
        class="node"
        :class="{ leaving: leaving && i === dragged }"
        role="slider"
        tabindex="0"
        :aria-label="t('parts.point-of', { label, i: i + 1, count: link.nodes.length })"
        aria-valuemin="0"
        aria-valuemax="100"
        :aria-valuenow="Math.round(100 * node[1])"
        :aria-valuetext="
          t('parts.at-of-the-way-from-to', {
            value: figure(out(node[1])),
            unit: output.unit,
            percent: Math.round(100 * node[0]),
            low: ends[0],
            high: ends[1],
          })
        "
        aria-keyshortcuts="ArrowLeft ArrowRight ArrowUp ArrowDown Plus Delete"
        @keydown="keys.onNode($event, i)"
      >
        <circle :cx="px(node[0])" :cy="py(out(node[1]))" r="22" class="touch" />
        <circle :cx="px(node[0])" :cy="py(out(node[1]))" r="7" />
      </g>
      <g
        v-for="(edge, i) in link.range"
        :key="`handle${i}`"
        class="handle"
        role="slider"
        tabindex="0"
        :aria-label="t('parts.gives', { label, i: ends[i] })"
        :aria-valuemin="figure(output.low)"
        :aria-valuemax="figure(output.high)"
        :aria-valuenow="figure(edge)"
        :aria-valuetext="`${figure(edge)} ${output.unit}`"
        @keydown="keys.onEdge($event, i as 0 | 1)"
      >
        <rect class="touch" :x="PAD.left - 56" :y="py(edge) - 22" width="52" height="44" />
        <path :d="`M${PAD.left - 2} ${py(edge)}l-9 -9h-41v18h41z`" />
        <text :x="PAD.left - 31" :y="py(edge) + 5">{{ figure(edge) }}</text>
      </g>
      <g
        v-for="(edge, i) in dead"
        :key="`stop${i}`"
        class="stop"
        v-bind="stopSays(edge, i)"
        @keydown="keys.onStop($event, i as 0 | 1)"
      >
        <rect class="touch" :x="px(edge) - 22" :y="PAD.top + innerHeight + 2" width="44" height="44" />
        <path :d="`M${px(edge)} ${PAD.top + innerHeight + 2}l9 10v12h-18v-12z`" />
      </g>
      <circle v-if="mark" class="mark" :cx="mark.x" :cy="mark.y" r="8" />
      <text class="end" :x="PAD.left" :y="height - 8">{{ ends[0] }}</text>
      <text v-if="link.dead" class="end middle" :x="(px(dead[0]) + px(dead[1])) / 2" :y="PAD.top + 18">
        {{ t("parts.nothing-changes") }}
      </text>
      <text class="end last" :x="PAD.left + innerWidth" :y="height - 8">{{ ends[1] }}</text>
    </svg>
  </div>
</template>

<style scoped>
.curve {
  position: relative;
  min-height: 150px;
  height: 100%;
}
svg {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  touch-action: none;
  cursor: crosshair;
  user-select: none;
  overflow: visible;
}
.field {
  fill: var(--paper);
}
.bar {
  fill: var(--pencil-soft);
}
.edge {
  stroke: var(--pencil);
  stroke-dasharray: 1 4;
}
.line {
  fill: none;
  stroke: var(--on-sheet);
  stroke-width: 3;
  stroke-linejoin: round;
}
.node circle {
  fill: var(--paper);
  stroke: var(--guide);
  stroke-width: 3;
}
.touch,
.node .touch {
  fill: transparent;
  stroke: none;
}
g:focus-visible {
  outline: none;
}
g:focus-visible .touch {
  stroke: var(--active);
  stroke-width: 3;
}
.leaving {
  opacity: 0.25;
}
.handle path {
  fill: var(--room-deep);
  stroke: var(--rule);
}
.handle text {
  text-anchor: middle;
  font-size: 0.875rem;
  fill: var(--ink);
}
.zone {
  fill: var(--active-soft);
  opacity: 0.6;
}
.stop path {
  fill: var(--active-soft);
  stroke: var(--active);
}
.middle {
  text-anchor: middle;
}
.mark {
  fill: var(--mark);
}
.end {
  /* What lies under it is what is touched. */
  pointer-events: none;
  font-size: 0.875rem;
  fill: var(--ink-soft);
}
.last {
  text-anchor: end;
}
.off .line,
.off .node {
  opacity: 0.35;
}
</style>
