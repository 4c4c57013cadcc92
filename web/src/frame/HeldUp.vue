<script setup lang="ts">
// Another page of Hollowmist has the store yet: this one waits for it, and goes on by itself.
import { t } from "@/words"
import PageCover from "./PageCover.vue"

defineProps<{ by: "opening" | "signing out" }>()
const SAYS = {
  opening: t("frame.another-page-of-hollowmist-is-in"),
  "signing out": t("frame.another-page-of-hollowmist-still-holds"),
}
</script>

<template>
  <PageCover :label="t('frame.this-page-waits')">
    <p role="status">{{ SAYS[by] }}</p>
  </PageCover>
</template>
