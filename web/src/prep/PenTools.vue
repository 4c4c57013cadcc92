<script setup lang="ts">
// Tools of a step that the pen works on.
import { t } from "@/words"
import { Eraser, Undo2 } from "@lucide/vue"
import { ElOption, ElOptionGroup, ElSelect } from "element-plus"
import { computed, ref } from "vue"
import { presentStore } from "@/device/useDevice"
import { useRollList } from "@/device/useRollList"
import ChoiceBar from "@/parts/ChoiceBar.vue"
import ValueSlider from "@/parts/ValueSlider.vue"
import type { PenWork } from "./usePenWork"
import { usePrep } from "./usePrep"

const props = defineProps<{ pen: PenWork }>()
const prep = usePrep()
const { radius, heal, taking, brush, erase, kind, strokes } = props.pen
const rolls = useRollList(presentStore.value!)
const named = ref("")
const points = computed(() => prep.step.value?.points?.length ?? 0)
const WAYS = [
  { value: "heal", label: t("prep.heal") },
  { value: "clone", label: t("prep.clone") },
] as const

function take(id: string): void {
  const taken = rolls.value.flatMap((one) => one.brushes).find((one) => one.id === id)
  if (taken) brush.value = taken.document
}

const resize = (size: number) => (brush.value = { ...brush.value, size })
</script>

<template>
  <div class="tools">
    <template v-if="kind === 'background'">
      <p>
        {{
          t("prep.touch-the-result-to-clear-from", {
            points:
              points === 0
                ? t("prep.the-corners-are-cleared-from")
                : t("prep.cleared-from-points", { points }),
          })
        }}
      </p>
      <button type="button" class="hm-quiet" :disabled="points === 0" @click="pen.takeBack()">
        <Undo2 :size="20" /> {{ t("prep.last-point-back") }}
      </button>
    </template>
    <template v-else-if="kind === 'mend'">
      <p>{{ taking ? t("prep.touch-the-result-where-it-is") : t("prep.draw-over-what-should-go") }}</p>
      <div class="row">
        <button type="button" class="hm-quiet" :aria-pressed="taking" @click="taking = true">
          {{ t("prep.take-from") }}
        </button>
        <ChoiceBar
          :label="t('prep.way')"
          :options="[...WAYS]"
          :model-value="heal ? 'heal' : 'clone'"
          @update:model-value="heal = $event === 'heal'"
        />
        <button type="button" class="hm-quiet" :disabled="strokes.length === 0" @click="pen.takeBack()">
          <Undo2 :size="20" /> {{ t("prep.last-stroke-back") }}
        </button>
      </div>
      <ValueSlider v-model="radius" :label="t('prep.width')" unit="px" :low="2" :high="128" :step="1" log />
    </template>
    <template v-else>
      <div class="row">
        <ElSelect
          v-model="named"
          :placeholder="t('prep.plain-round')"
          :aria-label="t('prep.brush-to-draw-with')"
          @change="take"
        >
          <ElOptionGroup v-for="roll in rolls" :key="roll.id" :label="roll.name">
            <ElOption v-for="one in roll.brushes" :key="one.id" :value="one.id" :label="one.name" />
          </ElOptionGroup>
        </ElSelect>
        <button
          type="button"
          class="hm-quiet"
          :aria-label="t('prep.erase')"
          :aria-pressed="erase"
          @click="erase = !erase"
        >
          <Eraser :size="20" />
        </button>
        <button type="button" class="hm-quiet" :disabled="strokes.length === 0" @click="pen.takeBack()">
          <Undo2 :size="20" /> {{ t("prep.last-stroke-back") }}
        </button>
      </div>
      <ValueSlider
        :label="t('prep.size')"
        unit="px"
        :low="1"
        :high="400"
        :step="0.5"
        log
        :model-value="Number(brush.size)"
        @update:model-value="resize"
      />
    </template>
  </div>
</template>

<style scoped>
.tools {
  grid-column: 1 / -1;
  max-width: 720px;
}
.row {
  display: flex;
  align-items: center;
  gap: 12px;
  flex-wrap: wrap;
}
.row :deep(.el-select) {
  width: 240px;
}
</style>
