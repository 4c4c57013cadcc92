<script setup lang="ts">
// One response: on or off, its curve, the pointers it holds for, and what the hand does on it.
import { said, t } from "@/words"
import { linkName } from "@/documents/links"
import { type Input, type Link, type Output, newLink } from "@/documents/brush"
import type { Kind } from "@/documents/stroke"
import { ElSwitch } from "element-plus"
import { computed, ref, watch } from "vue"
import { CURVES, KIND, SETTINGS } from "@/generated/layout"
import CurveEditor from "@/parts/CurveEditor.vue"
import { useBench } from "../useBench"
import { useResponses } from "./useResponses"

const props = withDefaults(
  defineProps<{ output: Output; input: Input; drawing: boolean; whole?: boolean }>(),
  {
    whole: false,
  },
)
const bench = useBench()
const { api } = bench.engine
const { linkOf, tableOf, heard, full, outputNamed, inputNamed } = useResponses(bench)
const BINS = 32
const KINDS = Object.keys(KIND) as Kind[]

const output = computed(() => outputNamed(props.output))
const input = computed(() => inputNamed(props.input))
const label = computed(() => linkName(input.value.name, output.value.name))
const link = computed(() => linkOf(props.output, props.input))
const shown = computed((): Link => link.value ?? { ...newLink(props.output), on: false })
const table = computed(() => {
  const own = tableOf(props.output, props.input)
  return own.length > 0 ? own : Float32Array.from([0, 1])
})
/** The settings without which nothing of it would show, in words. */
const wants = computed(() => {
  const brush = bench.state.value?.document
  const { needs, label } = output.value
  if (!brush || needs.length === 0) return undefined
  const has = (name: (typeof needs)[number]) => {
    const value = brush[name]
    return Array.isArray(value) ? value.length > 0 : Boolean(value)
  }
  if (needs.some(has)) return undefined
  const names = needs.map((name) => SETTINGS.find((one) => one.name === name)?.label.toLowerCase() ?? name)
  return t("bench.shows-once-this-brush-has-see", {
    label,
    settings: names.join(" or "),
    station: output.value.station,
  })
})
const histogram = ref<number[]>([])
const edits = { add: api.addNode, move: api.moveNode, remove: api.removeNode }

watch(
  [bench.proofs.strokes, () => props.input],
  async ([own, of]) => {
    histogram.value = await api.inputHistogram(
      of,
      BINS,
      own.map((one) => one.id),
    )
  },
  { immediate: true },
)

function change(next: Partial<Link>): void {
  bench.changeLink(props.output, props.input, next)
}

function take(nodes: readonly (readonly number[])[]): void {
  change({ nodes: nodes.map(([x, y]) => [x!, y!]) })
  bench.closeStep()
}

function toggle(kind: Kind): void {
  const { pointers } = shown.value
  const next = pointers.includes(kind) ? pointers.filter((one) => one !== kind) : [...pointers, kind]
  if (next.length > 0) change({ pointers: KINDS.filter((one) => next.includes(one)) })
  bench.closeStep()
}
</script>

<template>
  <section class="response">
    <header>
      <h2>{{ label }}</h2>
      <slot />
      <ElSwitch
        :model-value="shown.on"
        :disabled="!link && full"
        :aria-label="t('bench.on', { label })"
        @update:model-value="(on) => change({ on: Boolean(on) })"
      />
    </header>
    <p v-if="wants" class="hm-small wants">{{ wants }}</p>
    <CurveEditor
      :label="label"
      :link="shown"
      :table="table"
      :histogram="histogram"
      :live="drawing ? heard(props.input) : undefined"
      :edits="edits"
      :ends="input.ends"
      :output="output"
      @change="change"
      @done="bench.closeStep()"
    />
    <template v-if="whole">
      <div class="row" role="group" :aria-label="t('bench.curves-to-begin-with')">
        <button
          v-for="curve in CURVES"
          :key="curve.name"
          type="button"
          class="hm-quiet"
          @click="take(curve.nodes)"
        >
          {{ said(curve.name) }}
        </button>
      </div>
      <div class="row" role="group" :aria-label="t('bench.holds-for')">
        <span class="hm-small">{{ t("bench.holds-for") }}</span>
        <button
          v-for="kind in KINDS"
          :key="kind"
          type="button"
          class="hm-quiet"
          :aria-pressed="shown.pointers.includes(kind)"
          @click="toggle(kind)"
        >
          {{ said(kind) }}
        </button>
      </div>
    </template>
  </section>
</template>

<style scoped>
.response {
  display: flex;
  flex-direction: column;
  min-width: 0;
  min-height: 0;
  height: 100%;
}
header {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 8px;
  min-height: 44px;
}
h2 {
  font-size: 1rem;
  flex: 1;
}
.curve {
  flex: 1;
}
.row {
  display: flex;
  align-items: center;
  gap: 2px;
}
.row .hm-quiet {
  padding: 0 9px;
  font-size: 0.9375rem;
}
</style>
