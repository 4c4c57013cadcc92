<script setup lang="ts">
// A dialog with something to fill in, that is taken or left.
import { t } from "@/words"
import { ElButton, ElDialog } from "element-plus"

const { disabled = false, wide = false } = defineProps<{
  title: string
  disabled?: boolean
  wide?: boolean
}>()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ take: [] }>()

function take(): void {
  if (disabled) return
  emit("take")
  open.value = false
}
</script>

<template>
  <ElDialog
    v-model="open"
    :title="title"
    :width="wide ? 'min(1080px, 96vw)' : 'min(520px, 94vw)'"
    align-center
    append-to-body
  >
    <form class="form" @submit.prevent="take">
      <slot />
      <div class="acts">
        <ElButton @click="open = false">{{ t("parts.leave-it") }}</ElButton>
        <ElButton type="primary" native-type="submit" :disabled="disabled">{{ t("parts.take-it") }}</ElButton>
      </div>
    </form>
  </ElDialog>
</template>

<style scoped>
.form,
.form :slotted(label) {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 16px;
}
.form :slotted(label) {
  gap: 6px;
}
.acts {
  display: flex;
  justify-content: flex-end;
}
</style>
