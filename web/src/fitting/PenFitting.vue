<script setup lang="ts">
// Pen fitting: press lightly, as usual and hard, a few times each; the core fits range and curve to that hand.
import { language, t } from "@/words"
import type { Node } from "@/documents/brush"
import { computed, onScopeDispose, ref, shallowRef, watch } from "vue"
import { useRouter } from "vue-router"
import { takeInHand } from "@/device/inHand"
import { useEngine } from "@/engine/page/useEngine"
import { FITTING } from "@/generated/layout"
import { ribbon } from "@/parts/plot"
import PlaceNav from "@/frame/PlaceNav.vue"
import PressField from "./PressField.vue"
import { asLink, useFitting } from "@/engine/page/useFitting"

const router = useRouter()
const { api, ready } = useEngine()
const { fitting, keep, takeBack } = useFitting()
onScopeDispose(takeInHand())
const FIELDS = [
  { label: t("fitting.lightly"), hint: t("fitting.draw-three-lines-as-lightly-as") },
  { label: t("fitting.as-usual"), hint: t("fitting.draw-three-lines-the-way-you") },
  { label: t("fitting.hard"), hint: t("fitting.draw-three-lines-as-hard-as") },
] as const
const presses = ref<number[][][]>([[], [], []])
const kind = ref("")
const problem = ref("")
const nodes = shallowRef<Node[]>()
const table = shallowRef(new Float32Array())
const ENOUGH = 2
const BOX = { width: 360, height: 46, pad: 3 }
const CURVE = 220

const enough = computed(() => presses.value.every((strokes) => strokes.length >= ENOUGH))

watch(
  presses,
  async (now) => {
    problem.value = ""
    nodes.value = undefined
    if (!enough.value) return
    await ready
    const result = await api.fitPen(now.map((strokes) => new Float32Array(strokes.flat())))
    if (!result.nodes) problem.value = FITTING[result.came] ?? ""
    else await show(result.nodes)
  },
  { deep: true },
)

async function show(fitted: Node[]): Promise<void> {
  table.value = await api.traceLink(asLink(fitted))
  nodes.value = fitted
}

watch(
  fitting,
  async (now) => {
    await ready
    if (now && !nodes.value) table.value = await api.traceLink(asLink(now.nodes))
  },
  { immediate: true },
)

const through = (pressure: number) => table.value[Math.round(pressure * (table.value.length - 1))] ?? pressure

const rows = computed(() =>
  FIELDS.map(({ label }, i) => {
    const stroke = presses.value[i]!.at(-1) ?? []
    const along = stroke.map((_, k) => k)
    return { label, before: ribbon(along, stroke, BOX, 1), after: ribbon(along, stroke.map(through), BOX, 1) }
  }),
)
const curve = computed(() => {
  let path = ""
  const last = table.value.length - 1
  table.value.forEach((y, i) => {
    path += `${i ? "L" : "M"}${((i / last) * CURVE).toFixed(1)} ${((1 - y) * CURVE).toFixed(1)}`
  })
  return path
})

function use(): void {
  if (nodes.value) keep(nodes.value)
}
</script>

<template>
  <main class="place">
    <header>
      <PlaceNav />
      <span class="space" />
      <button type="button" class="hm-quiet" @click="router.back()">{{ t("fitting.back") }}</button>
    </header>
    <section class="fitting">
      <h1>{{ t("fitting.pen-fitting") }}</h1>
      <p>
        {{ t("fitting.press-in-each-field-a-few") }}
      </p>
      <p v-if="kind && kind !== 'pen'" class="warn" role="status">
        {{ t("fitting.that-was-a-it-reports-no", { kind: kind === "touch" ? t("fitting.finger") : kind }) }}
      </p>
      <div class="fields">
        <PressField
          v-for="(field, i) in FIELDS"
          :key="field.label"
          v-model="presses[i]!"
          v-bind="field"
          @kind="kind = $event"
        />
      </div>
      <p v-if="problem" class="warn" role="alert">{{ t("fitting.nothing-was-changed", { problem }) }}</p>
      <div v-if="nodes || fitting" class="outcome">
        <figure>
          <svg
            class="curve"
            :viewBox="`-2 -2 ${CURVE + 4} ${CURVE + 4}`"
            role="img"
            :aria-label="t('fitting.the-fitted-curve')"
          >
            <path class="plain" :d="`M0 ${CURVE}L${CURVE} 0`" />
            <path class="line" :d="curve" />
          </svg>
          <figcaption class="hm-small">{{ t("fitting.what-the-pen-reports-what-counts") }}</figcaption>
        </figure>
        <table v-if="nodes">
          <thead>
            <tr>
              <th />
              <th>{{ t("fitting.before") }}</th>
              <th>{{ t("fitting.after") }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in rows" :key="row.label">
              <th scope="row">{{ row.label }}</th>
              <td>
                <svg :viewBox="`0 0 ${BOX.width} ${BOX.height}`"><path :d="row.before" /></svg>
              </td>
              <td>
                <svg :viewBox="`0 0 ${BOX.width} ${BOX.height}`"><path :d="row.after" /></svg>
              </td>
            </tr>
          </tbody>
        </table>
        <div class="acts">
          <button v-if="nodes" type="button" class="hm-quiet hm-on" @click="use">
            {{ t("fitting.use-this-fitting") }}
          </button>
          <button v-if="fitting" type="button" class="hm-quiet" @click="takeBack">
            {{ t("fitting.back-to-the-pen-as-it") }}
          </button>
          <p class="hm-small" role="status">
            {{
              fitting
                ? t("fitting.fitted-on-this-device", {
                    day: new Date(fitting.at).toLocaleDateString(language),
                  })
                : t("fitting.not-in-use-yet")
            }}
          </p>
        </div>
      </div>
    </section>
  </main>
</template>

<style scoped>
.place {
  height: 100%;
  overflow-y: auto;
}
header {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  min-height: 52px;
  padding: 0 12px;
}
.space {
  flex: 1;
}
.fitting {
  display: grid;
  gap: 14px;
  max-width: 1120px;
  margin: 0 auto;
  padding: 8px 24px 32px;
}
.fields {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 24px;
}
.warn {
  color: var(--ember);
}
.outcome {
  display: flex;
  flex-wrap: wrap;
  align-items: flex-start;
  gap: 32px;
}
.curve {
  width: 200px;
  background: var(--paper);
}
.curve path {
  fill: none;
  stroke: var(--on-sheet);
  stroke-width: 3;
}
.curve .plain {
  stroke: var(--pencil);
  stroke-width: 1;
  stroke-dasharray: 2 4;
}
table {
  border-collapse: collapse;
}
th {
  text-align: left;
  font-weight: 400;
  padding-right: 16px;
  white-space: nowrap;
}
td svg {
  display: block;
  width: 230px;
  margin: 3px 12px 3px 0;
  background: var(--paper);
}
td path {
  fill: var(--on-sheet);
}
.acts {
  display: flex;
  flex-direction: column;
  align-items: flex-start;
  gap: 8px;
}
@media (max-width: 56.25rem) {
  .fields {
    grid-template-columns: 1fr;
  }
  .fitting :deep(.field) {
    height: 130px;
  }
}
</style>
