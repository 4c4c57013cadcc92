<script setup lang="ts">
// Another page has the store now: this one is closed for good, and says what to do.
import { t } from "@/words"
import { ElButton } from "element-plus"
import PageCover from "./PageCover.vue"

const props = defineProps<{ by: "renewal" | "signing out" }>()
const SAYS = {
  renewal: t("frame.hollowmist-was-renewed-in-another-tab"),
  "signing out": t("frame.you-signed-out-in-another-tab"),
}

function goOn(): void {
  if (props.by === "renewal") location.reload()
  else location.assign("/sign-in")
}
</script>

<template>
  <PageCover :label="t('frame.this-page-is-closed')">
    <p>{{ SAYS[by] }}</p>
    <ElButton type="primary" @click="goOn">{{
      by === "renewal" ? t("frame.reload-this-page") : t("frame.sign-in")
    }}</ElButton>
  </PageCover>
</template>
