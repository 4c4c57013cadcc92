<script setup lang="ts">
// A layer of the proof sheet: whether it is drawn on and seen, how it mixes, and what it is inked with.
import type { LayerUse } from "@/documents/brush"
import { Eye, EyeOff, Pencil, Rows3, Trash2 } from "@lucide/vue"
import { ElOption, ElSelect } from "element-plus"
import { computed } from "vue"
import { MODES } from "@/generated/layout"
import OrderButtons from "@/parts/OrderButtons.vue"
import ValueSlider from "@/parts/ValueSlider.vue"
import { useBench } from "./useBench"
import type { StoredBrush } from "@/device/store"

/** Stands for the brush on the bench itself. */
const OWN = "own"

const props = defineProps<{ layer: LayerUse; others: StoredBrush[]; first: boolean; last: boolean }>()
const bench = useBench()
const { active, layers, change, move } = bench.sheetLayers
const name = computed(() => `Layer ${props.layer.which + 1}`)

function set(parts: Partial<LayerUse>): void {
  change(props.layer.which, parts)
  bench.closeStep()
}
</script>

<template>
  <li :class="{ hidden: !layer.shown, active: active === layer.which }">
    <button
      type="button"
      class="hm-quiet name"
      :aria-label="`Draw on ${name}`"
      :aria-pressed="active === layer.which"
      @click="active = layer.which"
    >
      <Pencil :size="18" /> {{ name }}
    </button>
    <button
      type="button"
      class="hm-quiet"
      :aria-label="layer.shown ? `Hide ${name}` : `Show ${name}`"
      @click="set({ shown: !layer.shown })"
    >
      <component :is="layer.shown ? Eye : EyeOff" :size="20" />
    </button>
    <button
      type="button"
      class="hm-quiet"
      :aria-label="`Lanes on ${name}`"
      :aria-pressed="layer.lanes"
      @click="set({ lanes: !layer.lanes })"
    >
      <Rows3 :size="18" /> Lanes
    </button>
    <ElSelect
      class="mode"
      :model-value="layer.mode"
      :aria-label="`How ${name} mixes`"
      @change="set({ mode: $event })"
    >
      <ElOption v-for="mode in MODES" :key="mode" :value="mode" :label="mode" />
    </ElSelect>
    <ElSelect
      class="inked"
      :model-value="layer.brush ?? OWN"
      :aria-label="`Brush of ${name}`"
      filterable
      @change="set({ brush: $event === OWN ? null : $event })"
    >
      <ElOption :value="OWN" label="this brush" />
      <ElOption v-for="other in others" :key="other.id" :value="other.id" :label="other.name" />
    </ElSelect>
    <ValueSlider
      class="opacity"
      label="Opacity"
      unit="%"
      :low="0"
      :high="1"
      :step="0.01"
      :model-value="layer.opacity"
      @update:model-value="change(layer.which, { opacity: $event })"
      @done="bench.closeStep()"
    />
    <OrderButtons
      :of="name"
      :words="['up', 'down']"
      v-bind="{ first, last }"
      @up="move(layer.which, 1)"
      @down="move(layer.which, -1)"
    />
    <button
      type="button"
      class="hm-quiet"
      :aria-label="`Delete ${name} with its strokes`"
      :disabled="layers.length < 2"
      @click="bench.removeLayer(layer.which)"
    >
      <Trash2 :size="20" />
    </button>
  </li>
</template>

<style scoped>
li {
  display: flex;
  align-items: center;
  gap: 2px;
  border-bottom: 1px solid var(--rule);
}
.name {
  flex: 0 0 108px;
  white-space: nowrap;
}
.active .name {
  font-weight: 700;
}
.hidden .mode,
.hidden .inked {
  opacity: 0.6;
}
.mode {
  flex: 0 0 128px;
}
.inked {
  flex: 1 1 150px;
  min-width: 120px;
}
.opacity {
  flex: 2 1 220px;
  min-width: 170px;
  margin-left: 12px;
}
@media (max-width: 1000px) {
  li {
    flex-wrap: wrap;
  }
}
</style>
