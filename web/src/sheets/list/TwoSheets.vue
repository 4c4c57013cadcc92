<script setup lang="ts">
// A sheet was laid out otherwise on two devices: what differs, and the choice. What was drawn on both is on it already.
import { useRouter } from "vue-router"
import TwoStatesDialog from "@/parts/TwoStatesDialog.vue"
import { useSheet } from "../useSheet"

const { status } = useSheet()
const router = useRouter()

async function both(): Promise<void> {
  const copy = await status.keepBoth()
  if (copy) await router.push(`/sheets/${copy}`)
}
</script>

<template>
  <TwoStatesDialog
    :open="status.theirs.value !== undefined"
    what="sheet"
    :rows="status.differences.value"
    @mine="status.keepMine()"
    @theirs="status.takeTheirs()"
    @both="both"
  >
    Nothing is lost: what was drawn on either device lies on it, and both ways in which it is laid out are
    here. Which one shall stand?
  </TwoStatesDialog>
</template>
