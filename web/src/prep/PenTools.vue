<script setup lang="ts">
// Tools of a step that the pen works on.
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
  { value: "heal", label: "heal" },
  { value: "clone", label: "clone" },
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
        {{ points === 0 ? "The corners are cleared from." : `Cleared from ${points} points.` }} Touch the
        result to clear from there.
      </p>
      <button type="button" class="hm-quiet" :disabled="points === 0" @click="pen.takeBack()">
        <Undo2 :size="20" /> Last point back
      </button>
    </template>
    <template v-else-if="kind === 'mend'">
      <p>{{ taking ? "Touch the result where it is good." : "Draw over what should go." }}</p>
      <div class="row">
        <button type="button" class="hm-quiet" :aria-pressed="taking" @click="taking = true">
          Take from
        </button>
        <ChoiceBar
          label="Way"
          :options="[...WAYS]"
          :model-value="heal ? 'heal' : 'clone'"
          @update:model-value="heal = $event === 'heal'"
        />
        <button type="button" class="hm-quiet" :disabled="strokes.length === 0" @click="pen.takeBack()">
          <Undo2 :size="20" /> Last stroke back
        </button>
      </div>
      <ValueSlider v-model="radius" label="Width" unit="px" :low="2" :high="128" :step="1" log />
    </template>
    <template v-else>
      <div class="row">
        <ElSelect v-model="named" placeholder="Plain round" aria-label="Brush to draw with" @change="take">
          <ElOptionGroup v-for="roll in rolls" :key="roll.id" :label="roll.name">
            <ElOption v-for="one in roll.brushes" :key="one.id" :value="one.id" :label="one.name" />
          </ElOptionGroup>
        </ElSelect>
        <button
          type="button"
          class="hm-quiet"
          aria-label="Erase"
          :aria-pressed="erase"
          @click="erase = !erase"
        >
          <Eraser :size="20" />
        </button>
        <button type="button" class="hm-quiet" :disabled="strokes.length === 0" @click="pen.takeBack()">
          <Undo2 :size="20" /> Last stroke back
        </button>
      </div>
      <ValueSlider
        label="Size"
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
