<script setup lang="ts">
// A layer of the proof sheet: whether the lanes are on it, and what it is inked with.
import { t } from "@/words"
import type { StoredBrush } from "@/device/tables/brushes"
import type { LayerUse } from "@/documents/brush"
import { Rows3 } from "@lucide/vue"
import { ElOption, ElSelect } from "element-plus"
import { computed } from "vue"
import LayerRow from "@/parts/LayerRow.vue"
import { useBench } from "../useBench"

/** Stands for the brush on the bench itself. */
const OWN = "own"

const props = defineProps<{ layer: LayerUse; others: StoredBrush[]; first: boolean; last: boolean }>()
const bench = useBench()
const { active, layers, change, move } = bench.sheetLayers
const name = computed(() => t("bench.layer", { number: props.layer.which + 1 }))

function set(parts: Partial<LayerUse>): void {
  change(props.layer.which, parts)
  bench.closeStep()
}
</script>

<template>
  <LayerRow
    v-bind="{ layer, name, first, last }"
    :active="active === layer.which"
    :removable="layers.length > 1"
    @draw="active = layer.which"
    @set="set"
    @slide="change(layer.which, $event)"
    @done="bench.closeStep()"
    @move="move(layer.which, $event)"
    @remove="bench.removeLayer(layer.which)"
  >
    <template #switches>
      <button
        type="button"
        class="hm-quiet"
        :aria-label="t('bench.lanes-on', { name })"
        :aria-pressed="layer.lanes"
        @click="set({ lanes: !layer.lanes })"
      >
        <Rows3 :size="18" /> {{ t("bench.lanes") }}
      </button>
    </template>
    <template #inked>
      <ElSelect
        class="inked"
        :class="{ hidden: !layer.shown }"
        :model-value="layer.brush ?? OWN"
        :aria-label="t('bench.brush-of', { name })"
        filterable
        @change="set({ brush: $event === OWN ? null : $event })"
      >
        <ElOption :value="OWN" :label="t('bench.this-brush-2')" />
        <ElOption v-for="other in others" :key="other.id" :value="other.id" :label="other.name" />
      </ElSelect>
    </template>
  </LayerRow>
</template>

<style scoped>
.inked {
  flex: 1 1 150px;
  min-width: 120px;
}
.hidden {
  opacity: 0.6;
}
</style>
