<script setup lang="ts">
// A brush was changed on two devices: both states, inked, and the choice between them.
import { ElButton, ElDialog } from "element-plus"
import { computed } from "vue"
import { useRouter } from "vue-router"
import { differences } from "@/documents/differences"
import StateTable from "@/parts/StateTable.vue"
import { useBench } from "./useBench"

const bench = useBench()
const router = useRouter()
const { standing, theirs } = bench.keeping
const open = computed(() => standing.value === "conflict")

interface Row {
  label: string
  before: string
  after: string
}

const rows = computed((): Row[] => {
  const mine = bench.state.value
  if (!mine || !theirs.value) return []
  const { name, document } = theirs.value
  const named = mine.name === name ? [] : [{ label: "Name", before: mine.name, after: name }]
  return [...named, ...differences(mine.document, document)]
})

async function both(): Promise<void> {
  const id = await bench.keeping.keepBoth()
  if (id) await router.push({ name: "bench", params: { brush: id } })
}
</script>

<template>
  <ElDialog
    :model-value="open"
    title="This brush was changed on another device too"
    width="min(620px, 94vw)"
    align-center
    :show-close="false"
    :close-on-click-modal="false"
    :close-on-press-escape="false"
  >
    <p>Nothing is lost: both states are here. Which one shall stand?</p>
    <StateTable :rows="rows" />
    <div class="acts">
      <ElButton @click="bench.keeping.keepMine()">This device's</ElButton>
      <ElButton @click="bench.keeping.takeTheirs()">The other's</ElButton>
      <ElButton type="primary" @click="both">Keep both, as two brushes</ElButton>
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
