<script setup lang="ts">
// Another page has the store now: this one is closed for good, and says what to do.
import { ElButton } from "element-plus"

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
  <div class="over" role="alertdialog" aria-label="This page is closed" data-covers>
    <p>{{ SAYS[by] }}</p>
    <ElButton type="primary" @click="goOn">{{ by === "renewal" ? "Reload this page" : "Sign in" }}</ElButton>
  </div>
</template>

<style scoped>
.over {
  position: fixed;
  inset: 0;
  display: flex;
  flex-direction: column;
  align-items: center;
  justify-content: center;
  gap: 16px;
  padding: 24px;
  text-align: center;
  background: var(--room);
  z-index: 5000;
}
</style>
