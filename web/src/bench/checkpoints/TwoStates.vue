<script setup lang="ts">
// A brush was changed on two devices: both states, inked, and the choice between them.
import { t } from "@/words"
import { computed } from "vue"
import { useRouter } from "vue-router"
import { differences } from "@/documents/differences"
import TwoStatesDialog from "@/parts/TwoStatesDialog.vue"
import { useBench } from "../useBench"

const bench = useBench()
const router = useRouter()
const { status, theirs } = bench.keeping
const open = computed(() => status.value === "conflict")

interface Row {
  label: string
  before: string
  after: string
}

const rows = computed((): Row[] => {
  const mine = bench.state.value
  if (!mine || !theirs.value) return []
  const { name, document } = theirs.value
  const named = mine.name === name ? [] : [{ label: t("bench.name"), before: mine.name, after: name }]
  return [...named, ...differences(mine.document, document)]
})

async function both(): Promise<void> {
  const id = await bench.keeping.keepBoth()
  if (id) await router.push({ name: "bench", params: { brush: id } })
}
</script>

<template>
  <TwoStatesDialog
    :open="open"
    what="brush"
    :rows="rows"
    @mine="bench.keeping.keepMine()"
    @theirs="bench.keeping.takeTheirs()"
    @both="both"
  >
    {{ t("bench.nothing-is-lost-both-states-are") }}
  </TwoStatesDialog>
</template>
