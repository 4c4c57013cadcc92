<script setup lang="ts">
// A source as a print on paper: a shape in its middle, a grain tiled over all of it.
import { computed } from "vue"

const props = withDefaults(defineProps<{ picture: string; makes: string; tile?: number }>(), { tile: 96 })
const address = computed(() => `/api/pictures/${props.picture}`)
const laid = computed(() => ({
  backgroundImage: `url(${address.value})`,
  backgroundSize: `${props.tile}px`,
}))
</script>

<template>
  <span class="paper">
    <span v-if="makes === 'grain'" class="ink tiled" :style="laid" />
    <img v-else class="ink" :src="address" alt="" loading="lazy" />
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
