<script setup lang="ts">
// A sheet was laid out otherwise on two devices: what differs, and the choice. What was drawn on both is on it already.
import { t } from "@/words"
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
    {{ t("sheets.nothing-is-lost-what-was-drawn") }}
  </TwoStatesDialog>
</template>
