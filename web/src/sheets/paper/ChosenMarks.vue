<script setup lang="ts">
// The chosen strokes are marked along their way, and the lasso is shown while it is drawn.
import { FLOATS } from "@/documents/stroke"
import type { SheetDocument } from "@/documents/sheet"
import { computed } from "vue"
import type { Chosen } from "./useChosen"

const props = defineProps<{ chosen: Chosen; document: SheetDocument }>()
const { strokes, lasso } = props.chosen
/** A mark goes through so many places of a stroke at most. */
const MOST = 40

const marks = computed(() =>
  strokes.value
    .map(({ samples }) => {
      const count = samples.length / FLOATS
      const step = Math.max(1, Math.ceil(count / MOST))
      let way = ""
      for (let i = 0; i < count; i += step) {
        way += `${way ? "L" : "M"}${samples[i * FLOATS]!.toFixed(1)} ${samples[i * FLOATS + 1]!.toFixed(1)}`
      }
      return way
    })
    .join(""),
)
const around = computed(() => lasso.value.map(([x, y]) => `${x.toFixed(1)},${y.toFixed(1)}`).join(" "))
</script>

<template>
  <svg :viewBox="`0 0 ${document.width} ${document.height}`" aria-hidden="true">
    <path class="under" :d="marks" />
    <path class="mark" :d="marks" />
    <polygon class="lasso" :points="around" />
  </svg>
</template>

<style scoped>
svg {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
}
path,
polygon {
  fill: none;
  vector-effect: non-scaling-stroke;
  stroke-linecap: round;
  stroke-linejoin: round;
}
.under {
  stroke: var(--sheet);
  stroke-width: 4px;
}
.mark {
  stroke: var(--mark);
  stroke-width: 2px;
}
.lasso {
  stroke: var(--guide);
  stroke-width: 2px;
  stroke-dasharray: 7 6;
  fill: var(--guide-veil);
}
</style>
