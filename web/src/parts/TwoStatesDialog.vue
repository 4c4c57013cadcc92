<script setup lang="ts">
// A thing was changed on two devices: what differs between both states, and the choice.
import { t } from "@/words"
import { ElButton, ElDialog } from "element-plus"
import StateTable from "./StateTable.vue"

defineProps<{
  open: boolean
  what: "brush" | "sheet"
  rows: InstanceType<typeof StateTable>["$props"]["rows"]
}>()
const emit = defineEmits<{ mine: []; theirs: []; both: [] }>()
</script>

<template>
  <ElDialog
    :model-value="open"
    :title="t(`parts.this-${what}-was-changed-on-another-device`)"
    width="min(620px, 94vw)"
    align-center
    :show-close="false"
    :close-on-click-modal="false"
    :close-on-press-escape="false"
  >
    <p><slot /></p>
    <StateTable :rows="rows" />
    <div class="acts">
      <ElButton @click="emit('mine')">{{ t("parts.this-devices") }}</ElButton>
      <ElButton @click="emit('theirs')">{{ t("parts.the-others") }}</ElButton>
      <ElButton type="primary" @click="emit('both')">{{
        t(what === "brush" ? "parts.keep-both-as-two-brushes" : "parts.keep-both-as-two-sheets")
      }}</ElButton>
    </div>
  </ElDialog>
</template>

<style scoped>
.acts {
  display: flex;
  flex-wrap: wrap;
  justify-content: flex-end;
  gap: 8px;
}
</style>
