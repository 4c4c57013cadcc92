<script setup lang="ts">
// A sheet was laid out otherwise on two devices: what differs, and the choice. What was drawn on both is on it already.
import { ElButton, ElDialog } from "element-plus"
import { useRouter } from "vue-router"
import StateTable from "@/parts/StateTable.vue"
import { useSheet } from "./useSheet"

const { standing } = useSheet()
const router = useRouter()

async function both(): Promise<void> {
  const copy = await standing.keepBoth()
  if (copy) await router.push(`/sheets/${copy}`)
}
</script>

<template>
  <ElDialog
    :model-value="standing.theirs.value !== undefined"
    title="This sheet was changed on another device too"
    width="min(620px, 94vw)"
    align-center
    :show-close="false"
    :close-on-click-modal="false"
    :close-on-press-escape="false"
  >
    <p>
      Nothing is lost: what was drawn on either device lies on it, and both ways in which it is laid out are
      here. Which one shall stand?
    </p>
    <StateTable :rows="standing.differences.value" />
    <div class="acts">
      <ElButton @click="standing.keepMine()">This device's</ElButton>
      <ElButton @click="standing.takeTheirs()">The other's</ElButton>
      <ElButton type="primary" @click="both">Keep both, as two sheets</ElButton>
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
