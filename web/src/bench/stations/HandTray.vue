<script setup lang="ts">
// Which pointer is in use and what it tells as it comes; and per kind of pointer, what stands in for the rest.
import { inDigits, said, t } from "@/words"
import type { SettingName } from "@/documents/brush"
import type { Kind } from "@/documents/stroke"
import { useRafFn } from "@vueuse/core"
import { computed, ref } from "vue"
import { trace } from "@/parts/plot"
import TraySections from "@/parts/TraySections.vue"
import { useFitting } from "@/engine/page/useFitting"
import { useBench } from "../useBench"
import KindReports from "./KindReports.vue"
import SettingControl from "./SettingControl.vue"

const props = defineProps<{ pointer?: string; drawing: boolean }>()
const bench = useBench()
const { live, traces } = bench.engine
const { fitting } = useFitting()

const SECTIONS = [
  { value: "live", label: t("bench.as-it-comes") },
  { value: "pen", label: t("bench.pen") },
  { value: "finger", label: t("bench.finger") },
  { value: "mouse", label: t("bench.mouse") },
  { value: "scale", label: t("bench.fast-far") },
] as const
const SPAN = 240
const FASTEST = 4
const WIDTH = 520
const HEIGHT = 62
type Row = "pressure" | "tilt" | "speed"
const running = ref<Record<Row, number>[]>([])
const section = ref<(typeof SECTIONS)[number]["value"]>("live")
const kind = computed(() => section.value as Kind)
const named = (part: string) => `${kind.value}_${part}` as SettingName
const document = computed(() => bench.state.value?.document)

useRafFn(() => {
  if (!props.drawing) return
  const { pressure, tilt, speed } = live.value
  running.value = [...running.value.slice(-SPAN), { pressure, tilt, speed }]
})

const NAMES: Record<string, string> = {
  pen: t("bench.pen"),
  finger: t("bench.finger"),
  mouse: t("bench.mouse"),
  practice: t("bench.practice-pen"),
}

/** What a kind of pointer is taken to say, in this brush. */
function says(of: string): string {
  const brush = document.value
  if (!brush || !(of in NAMES)) return t("bench.draw-on-the-proof-sheet-to")
  if (of === "practice") return t("bench.stands-in-for-a-pen")
  const level = `${Math.round(100 * Number(brush[`${of}_level` as SettingName]))} %`
  const from = String(brush[`${of}_pressure` as SettingName])
  const pressure: Record<string, string> = {
    "as reported": t("bench.reports-its-pressure"),
    fixed: t("bench.counts-as-pressure", { level }),
    "from speed": t("bench.presses-by-its-speed-about", { level }),
  }
  const tilt =
    brush[`${of}_tilt` as SettingName] === "fixed"
      ? t("bench.its-tilt-is-set")
      : t("bench.its-tilt-is-reported")
  return `${pressure[from]}; ${tilt}`
}

const percent = (share: number) => `${Math.round(100 * share)} %`

/** What the stroke in hand was really told by its pointer. */
const reported = computed(() => {
  const values = traces.value?.hand.reported
  if (!values || values.length < 2) return ""
  const [least, most] = [Math.min(...values), Math.max(...values)]
  if (most - least < 0.01) return t("bench.the-stroke-in-hand-reports-one", { most: percent(most) })
  return t("bench.the-stroke-in-hand-reports-to", { least: percent(least), most: percent(most) })
})

const rows = computed(() => {
  const frame = { width: WIDTH, height: HEIGHT, pad: 5 }
  const now = running.value
  const hand = traces.value?.hand
  const over = now.length > 1 ? now.map((_, i) => i) : (hand?.t ?? [])
  const column = (name: Row) => (now.length > 1 ? now.map((one) => one[name]) : (hand?.[name] ?? []))
  const row = (name: Row, label: string, most: number, text: string) => ({
    label,
    text,
    path: trace(over, column(name), most, frame),
  })
  const { pressure, tilt, speed, twist } = live.value
  const turn = twist ? t("bench.rolled", { degrees: Math.round((twist * 180) / Math.PI) }) : ""
  return [
    row("pressure", said("pressure"), 1, `${Math.round(pressure * 100)} %`),
    row("tilt", said("tilt"), 1, `${Math.round(tilt * 90)}°${turn}`),
    row("speed", said("speed"), FASTEST, `${inDigits(speed, 2)} px/ms`),
  ]
})
</script>

<template>
  <TraySections v-model="section" :label="t('bench.parts-of-the-hand')" :sections="SECTIONS">
    <div v-if="section === 'live'" class="hand">
      <div class="pointer">
        <p class="hm-small">{{ t("bench.in-use") }}</p>
        <p class="name">{{ NAMES[pointer ?? ""] ?? t("bench.nothing-yet") }}</p>
        <p class="hm-small">{{ says(pointer ?? "") }}</p>
        <p class="hm-small">{{ reported }}</p>
        <RouterLink to="/pen-fitting" class="hm-quiet fit">{{
          fitting ? t("bench.pen-fitted-fit-again") : t("bench.fit-your-pen")
        }}</RouterLink>
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
    <template v-else-if="section === 'scale'">
      <div class="controls"><SettingControl name="fast" /></div>
      <div class="controls"><SettingControl name="far" /></div>
    </template>
    <template v-else>
      <KindReports :kind="kind" />
      <div class="controls">
        <SettingControl :name="named('pressure')" />
        <SettingControl :name="named('level')" :disabled="document?.[named('pressure')] === 'as reported'" />
      </div>
      <div class="controls">
        <SettingControl :name="named('tilt')" />
        <SettingControl :name="named('lean')" :disabled="document?.[named('tilt')] === 'as reported'" />
      </div>
    </template>
  </TraySections>
</template>

<style scoped>
.hand {
  grid-column: 1 / -1;
  display: flex;
  gap: 32px;
  height: 100%;
}
.pointer {
  flex: 0 0 230px;
}
.name {
  font-size: 1.625rem;
  font-weight: 700;
}
.fit {
  margin: 8px 0 0 -8px;
  text-decoration: underline;
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
  grid-template-columns: 84px 1fr 150px;
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
  stroke: var(--on-sheet);
  stroke-width: 2;
  vector-effect: non-scaling-stroke;
}
.figure {
  font-size: 1.25rem;
  text-align: right;
}
.figure.drawing {
  color: var(--ember);
}
</style>
