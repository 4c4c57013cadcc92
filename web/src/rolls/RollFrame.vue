<script setup lang="ts">
// A roll's cloth with its upper edge: folded to that, or open with what lies in it.
import { useTemplateRef } from "vue"
import type { BrushDocument } from "@/documents/brush"
import type { Tint } from "@/documents/tints"
import RollBand from "./RollBand.vue"
import { clothOf } from "@/pictures/cloth"

defineProps<{
  name: string
  note: string
  tint: Tint
  brushes: { name: string; document: BrushDocument }[]
  /** How its binding is stitched: of one's own, that fills itself, that ships. */
  binding: "solid" | "double" | "dotted"
}>()
const open = defineModel<boolean>({ required: true })
const cloth = useTemplateRef<HTMLElement>("cloth")
defineExpose({ cloth })
</script>

<template>
  <section class="roll" :style="[clothOf(tint), { borderLeftStyle: binding }]">
    <RollBand v-model="open" :name="name" :note="note" :brushes="brushes"><slot name="own" /></RollBand>
    <div v-show="open" ref="cloth" class="cloth"><slot v-if="open" /></div>
  </section>
</template>

<style scoped>
.roll {
  --stitch: color-mix(in srgb, var(--ink-soft) 55%, transparent);
  background: var(--cloth);
  border-left: 10px var(--pocket);
}
.cloth {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(112px, 1fr));
  gap: 12px 10px;
  padding: 4px 18px 18px;
}
</style>
