<script setup lang="ts">
// Guides over the paper, as the core rules them.
import type { SheetDocument } from "@/documents/sheet"
import { computed, shallowRef, watch } from "vue"
import type { Ruled } from "@/engine/questions/guides"
import { useEngine } from "@/engine/page/useEngine"
import { notice } from "@/parts/notice"

const props = defineProps<{ document: SheetDocument; zoom: number }>()
const { api, ready } = useEngine()
const rules = shallowRef<Ruled[]>([])
const wanted = computed(() => {
  const { width, height, dpi, guides } = props.document
  return JSON.stringify([width, height, dpi, guides])
})

watch(
  wanted,
  async () => {
    await ready
    try {
      rules.value = (await api.ruleGuides(props.document))?.rules ?? []
    } catch (error) {
      rules.value = []
      notice((error as Error).message)
    }
  },
  { immediate: true },
)
</script>

<template>
  <svg :viewBox="`0 0 ${document.width} ${document.height}`" aria-hidden="true">
    <line
      v-for="(rule, i) in rules"
      :key="i"
      v-bind="{ x1: rule.x0, y1: rule.y0, x2: rule.x1, y2: rule.y1 }"
      :class="rule.kind"
    />
  </svg>
</template>

<style scoped>
svg {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
}
line {
  vector-effect: non-scaling-stroke;
  stroke: var(--guide);
  stroke-width: 1px;
  opacity: 0.45;
}
.base {
  stroke-width: 1.5px;
  opacity: 0.8;
}
.fan {
  stroke: var(--mark);
  opacity: 0.7;
}
.grid {
  opacity: 0.18;
}
.slant,
.margin {
  opacity: 0.3;
}
.cap,
.ascender,
.descender {
  stroke-dasharray: 5 5;
}
</style>
