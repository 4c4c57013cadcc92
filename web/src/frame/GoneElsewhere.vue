<script setup lang="ts">
// A thing was deleted on another device while something of this one was done to it: the way back, and the way on.
import { t } from "@/words"
import { ElButton } from "element-plus"
import { letGoOf, putBack } from "@/acts/putBack"
import type { Store } from "@/device/store"

const props = defineProps<{ store: Store; table: string; id: string; what: string }>()
const emit = defineEmits<{ letGo: [] }>()

const back = () => props.store.write(putBack(props.store, props.table, props.id))

async function letGo(): Promise<void> {
  await props.store.write(letGoOf(props.store, props.table, props.id))
  emit("letGo")
}
</script>

<template>
  <div class="gone" role="alert">
    <p>{{ t("frame.was-deleted-on-another-device-all", { what }) }}</p>
    <ElButton type="primary" @click="back">{{ t("frame.put-it-back") }}</ElButton>
    <ElButton @click="letGo">{{ t("frame.delete-it-here-too") }}</ElButton>
  </div>
</template>

<style scoped>
.gone {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 12px;
  padding: 8px 18px;
}
.gone p {
  margin: 0;
  text-wrap: pretty;
}
</style>
