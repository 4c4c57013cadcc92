<script setup lang="ts">
// Moves one of several before or after its neighbour.
import { ArrowDown, ArrowUp } from "@lucide/vue"

defineProps<{
  /** What is moved, as it is told to whoever does not see the arrows. */
  of: string
  /** What moving up and down is called. */
  words: readonly [up: string, down: string]
  first: boolean
  last: boolean
}>()
const emit = defineEmits<{ up: []; down: [] }>()
</script>

<template>
  <button
    type="button"
    class="hm-quiet"
    :aria-label="`${of}: ${words[0]}`"
    :disabled="first"
    @click="emit('up')"
  >
    <ArrowUp :size="20" />
  </button>
  <button
    type="button"
    class="hm-quiet"
    :aria-label="`${of}: ${words[1]}`"
    :disabled="last"
    @click="emit('down')"
  >
    <ArrowDown :size="20" />
  </button>
</template>
