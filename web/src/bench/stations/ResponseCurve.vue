<script setup lang="ts">
// One response on a tray: on or off, its curve, and what the hand does on it.
import { ElSwitch } from "element-plus"
import { computed, ref, watch } from "vue"
import type { Link } from "@/engine/brush"
import { RESPONSES } from "@/generated/layout"
import CurveEditor from "@/parts/CurveEditor.vue"
import { useBench } from "../useBench"

const props = defineProps<{ output: (typeof RESPONSES)[number]["output"]; drawing: boolean }>()
const bench = useBench()
const { api, live, inked } = bench.engine
const BINS = 32

const index = computed(() => RESPONSES.findIndex((one) => one.output === props.output))
const response = computed(() => RESPONSES[index.value]!)
const link = computed(() => bench.state.value?.document.responses[props.output][response.value.input])
const table = ref(new Float32Array())
const histogram = ref<number[]>([])
const edits = { add: api.addNode, move: api.moveNode, remove: api.removeNode }

watch(inked, async () => (table.value = await api.curve(index.value)), { immediate: true })
watch(
  bench.proofs.strokes,
  async (own) => {
    histogram.value = await api.pressureHistogram(
      BINS,
      own.map((one) => one.id),
    )
  },
  { immediate: true },
)

function change(next: Partial<Link>): void {
  bench.changeLink(props.output, response.value.input, next)
}
</script>

<template>
  <section v-if="link" class="response">
    <header>
      <h3>{{ response.label }}</h3>
      <ElSwitch
        :model-value="link.on"
        :aria-label="`${response.label}: on`"
        @update:model-value="(on) => change({ on: Boolean(on) })"
      />
    </header>
    <CurveEditor
      :label="`${response.label}: curve`"
      :link="link"
      :table="table"
      :histogram="histogram"
      :live="drawing ? live.pressure : undefined"
      :edits="edits"
      :ends="['light', 'heavy press']"
      @change="change"
      @done="bench.closeStep()"
    />
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
  height: 44px;
}
h3 {
  font-size: 16px;
}
.curve {
  flex: 1;
}
</style>
