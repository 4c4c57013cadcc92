<script setup lang="ts">
// Another page has the store now: this one is closed for good, and says what to do.
import { ElButton } from "element-plus"
import PageCover from "./PageCover.vue"

const props = defineProps<{ by: "renewal" | "signing out" }>()
const SAYS = {
  renewal: "Hollowmist was renewed in another tab. All you did is safe; reload this page to go on.",
  "signing out": "You signed out in another tab. Nothing of your work is on this device any more.",
}

function goOn(): void {
  if (props.by === "renewal") location.reload()
  else location.assign("/sign-in")
}
</script>

<template>
  <PageCover label="This page is closed">
    <p>{{ SAYS[by] }}</p>
    <ElButton type="primary" @click="goOn">{{ by === "renewal" ? "Reload this page" : "Sign in" }}</ElButton>
  </PageCover>
</template>
