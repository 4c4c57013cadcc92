<script setup lang="ts">
// The paper that the brush is tried on: its colour, and its layers, the topmost first.
import { t } from "@/words"
import { ArrowUpDown, Plus } from "@lucide/vue"
import { computed } from "vue"
import ProofLayer from "../proof/ProofLayer.vue"
import PaperChooser from "../proof/PaperChooser.vue"
import InkContrast from "../stations/InkContrast.vue"
import { useBench } from "../useBench"
import { useOtherBrushes } from "../useOtherBrushes"

const bench = useBench()
const { layers, full, add } = bench.sheetLayers
const topmost = computed(() => [...layers.value].reverse())
const { others } = useOtherBrushes(bench.store, bench.id)

function swap(): void {
  bench.changeMany({ swapped: !bench.state.value?.document.swapped }, "swapped")
  bench.closeStep()
}
</script>

<template>
  <div class="layers">
    <div class="paper">
      <p class="hm-small">{{ t("bench.the-paper-it-is-tried-on") }}</p>
      <PaperChooser />
      <button
        type="button"
        class="hm-quiet swap"
        :aria-pressed="bench.state.value?.document.swapped"
        @click="swap"
      >
        <ArrowUpDown :size="20" /> {{ t("bench.swap-paper-and-ink") }}
      </button>
      <InkContrast />
    </div>
    <div class="stack">
      <ol>
        <ProofLayer
          v-for="(layer, i) in topmost"
          :key="layer.which"
          :layer="layer"
          :others="others"
          :first="i === 0"
          :last="i === topmost.length - 1"
        />
      </ol>
      <button v-if="!full" type="button" class="hm-quiet add" @click="add">
        <Plus :size="20" /> {{ t("bench.lay-another-layer-on-top") }}
      </button>
      <p class="hm-small">
        {{ t("bench.the-pen-draws-on-the-layer") }}
      </p>
    </div>
  </div>
</template>

<style scoped>
.layers {
  display: flex;
  gap: 36px;
  height: 100%;
}
.paper {
  flex: 0 0 300px;
  display: flex;
  flex-direction: column;
  align-items: flex-start;
  gap: 4px;
}
.swap {
  padding-left: 0;
}
.stack {
  flex: 1;
  min-width: 0;
}
ol {
  margin: 0;
  padding: 0;
  list-style: none;
}
.add {
  padding-left: 0;
}
@media (max-width: 62.5rem) {
  .layers {
    flex-direction: column;
    gap: 12px;
  }
  .paper {
    flex: none;
  }
}
</style>
