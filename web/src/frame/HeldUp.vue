<script setup lang="ts">
// Another page of Hollowmist has the store yet: this one waits for it, and goes on by itself.
import PageCover from "./PageCover.vue"

defineProps<{ by: "opening" | "signing out" }>()
const SAYS = {
  opening:
    "Another page of Hollowmist is in the midst of something: a stroke, a file, a pack. Finish it there, or close that page; this one goes on by itself.",
  "signing out":
    "Another page of Hollowmist still holds your work. Close that page; this one takes your work off this device then, and goes on by itself.",
}
</script>

<template>
  <PageCover label="This page waits">
    <p role="status">{{ SAYS[by] }}</p>
  </PageCover>
</template>
