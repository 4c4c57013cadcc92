<script setup lang="ts">
// A picture of a person's own, by its digest.
import { usePicture } from "./usePicture"

const props = defineProps<{ picture: string }>()
const { address, busy } = usePicture(() => props.picture)
</script>

<template>
  <span class="own" :aria-busy="busy"><img v-if="address" :src="address" alt="" /></span>
</template>

<style scoped>
.own {
  overflow: hidden;
  background: var(--sheet);
}
img {
  width: 100%;
  height: 100%;
  object-fit: cover;
}
</style>
