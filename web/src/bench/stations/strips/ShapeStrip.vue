<script setup lang="ts">
// The shapes that a tip is made of, and what each one has of its own.
import { t } from "@/words"
import { FlipHorizontal2, FlipVertical2, Plus, SunMoon, Trash2 } from "@lucide/vue"
import { ref } from "vue"
import ValueSlider from "@/parts/ValueSlider.vue"
import SourceChooser from "@/choosers/SourceChooser.vue"
import SourcePrint from "@/pictures/SourcePrint.vue"
import { useBench } from "../../useBench"
import { useShapes } from "../../useShapes"

const bench = useBench()
const { shapes, at, chosen, full, add, change, remove } = useShapes(bench)
const choosing = ref(false)
</script>

<template>
  <div class="strip">
    <div class="row">
      <button
        v-for="(use, i) in shapes"
        :key="i"
        type="button"
        class="use"
        :class="{ on: i === at }"
        :aria-label="t('bench.shape', { i: i + 1 })"
        :aria-pressed="i === at"
        @click="at = i"
      >
        <SourcePrint :picture="use.picture" makes="shape" class="print" />
      </button>
      <button v-if="!full" type="button" class="hm-quiet add" @click="choosing = true">
        <Plus :size="20" /> {{ shapes.length === 0 ? t("bench.choose-a-shape") : t("bench.shape-2") }}
      </button>
    </div>
    <template v-if="chosen">
      <div class="own">
        <button
          type="button"
          class="hm-quiet"
          :aria-label="t('bench.flip-left-to-right')"
          :aria-pressed="chosen.flip_across"
          @click="change({ flip_across: !chosen.flip_across })"
        >
          <FlipHorizontal2 :size="20" />
        </button>
        <button
          type="button"
          class="hm-quiet"
          :aria-label="t('bench.flip-top-to-bottom')"
          :aria-pressed="chosen.flip_along"
          @click="change({ flip_along: !chosen.flip_along })"
        >
          <FlipVertical2 :size="20" />
        </button>
        <button
          type="button"
          class="hm-quiet"
          :aria-label="t('bench.invert')"
          :aria-pressed="chosen.invert"
          @click="change({ invert: !chosen.invert })"
        >
          <SunMoon :size="20" />
        </button>
        <RouterLink v-if="chosen.source" :to="`/sources/${chosen.source}?brush=${bench.id}`" class="hm-quiet">
          {{ t("bench.prep-table") }}
        </RouterLink>
        <button type="button" class="hm-quiet" :aria-label="t('bench.take-this-shape-out')" @click="remove">
          <Trash2 :size="20" />
        </button>
      </div>
      <div class="pair">
        <ValueSlider
          :label="t('bench.turn')"
          unit="°"
          :low="-180"
          :high="180"
          :step="1"
          :model-value="chosen.turn"
          @update:model-value="change({ turn: $event })"
          @done="bench.closeStep()"
        />
        <ValueSlider
          :label="t('bench.scale')"
          unit="%"
          :low="0.05"
          :high="4"
          :step="0.01"
          log
          :model-value="chosen.scale"
          @update:model-value="change({ scale: $event })"
          @done="bench.closeStep()"
        />
      </div>
    </template>
    <SourceChooser v-model="choosing" makes="shape" :title="t('bench.choose-a-shape')" @pick="add" />
  </div>
</template>

<style scoped>
.row,
.own {
  display: flex;
  gap: 6px;
  align-items: center;
  overflow-x: auto;
}
.use {
  flex: none;
  width: 56px;
  height: 56px;
  padding: 0;
  border: 0;
  border-bottom: 3px solid transparent;
  background: none;
  cursor: pointer;
}
.use.on {
  border-bottom-color: var(--active);
}
.print {
  width: 100%;
  height: 100%;
}
.add {
  flex: none;
}
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 16px;
}
</style>
