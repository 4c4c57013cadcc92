<script setup lang="ts">
// A source as a print on paper: a shape in its middle, a grain tiled over all of it.
import { computed } from "vue"
import { usePicture } from "./usePicture"

const props = withDefaults(defineProps<{ picture: string; makes: string; tile?: number }>(), { tile: 96 })
const { address, busy } = usePicture(() => props.picture)
const laid = computed(() => ({
  backgroundImage: address.value ? `url(${address.value})` : "none",
  backgroundSize: `${props.tile}px`,
}))
</script>

<template>
  <span class="paper" :aria-busy="busy">
    <span v-if="makes === 'grain'" class="ink tiled" :style="laid" />
    <img v-else-if="address" class="ink" :src="address" alt="" />
  </span>
</template>

<style scoped>
.paper {
  position: relative;
  display: block;
  overflow: hidden;
  background: var(--paper);
}
.ink {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  mix-blend-mode: multiply;
}
img.ink {
  object-fit: contain;
  padding: 8%;
}
</style>
