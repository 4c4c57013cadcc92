<script setup lang="ts">
// Where brushes go: one of the rolls.
import { ElDialog } from "element-plus"
import type { FilledRoll } from "@/device/useRollList"
import PocketPicture from "@/pictures/PocketPicture.vue"
import { clothOf } from "@/pictures/cloth"

defineProps<{ title: string; rolls: FilledRoll[] }>()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ pick: [roll: FilledRoll] }>()

function pick(roll: FilledRoll): void {
  open.value = false
  emit("pick", roll)
}
</script>

<template>
  <ElDialog v-model="open" :title="title" width="min(560px, 92vw)" align-center>
    <div class="rolls">
      <button
        v-for="roll in rolls"
        :key="roll.id"
        type="button"
        class="band"
        :style="clothOf(roll.tint)"
        @click="pick(roll)"
      >
        <span class="name">{{ roll.name }}</span>
        <span class="tips" aria-hidden="true">
          <PocketPicture
            v-for="brush in roll.brushes.slice(0, 5)"
            :key="brush.id"
            class="tip"
            which="print"
            :document="brush.document"
          />
        </span>
      </button>
    </div>
  </ElDialog>
</template>

<style scoped>
.rolls {
  display: grid;
  gap: 8px;
  max-height: 60vh;
  overflow-y: auto;
}
.band {
  display: flex;
  align-items: center;
  justify-content: space-between;
  min-height: 52px;
  padding: 4px 14px;
  border: 0;
  border-left: 10px solid var(--pocket);
  background: var(--cloth);
  cursor: pointer;
  text-align: left;
}
.name {
  font-weight: 700;
}
.tips {
  display: flex;
}
.tip {
  width: 34px;
  height: 34px;
  margin-left: -5px;
  border-radius: 50%;
}
</style>
