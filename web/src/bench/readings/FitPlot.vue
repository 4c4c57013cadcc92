<script setup lang="ts">
// How large a pixel of each source comes to lie on the paper, over the paper's own px.
import { inDigits, t } from "@/words"
import { computed } from "vue"
import type { Readings } from "@/engine/questions/readings"

const props = defineProps<{ now: Readings }>()
/** px of paper that are shown across, and their size in the drawing. */
const ACROSS = 8
const CELL = 16
const SIDE = ACROSS * CELL
const FINEST = 4

const sources = computed(() =>
  (["shape", "grain"] as const)
    .map((label) => ({ label, fit: props.now[`${label}_fit`][0]! }))
    .filter(({ fit }) => fit >= 0)
    .map(({ label, fit }) => {
      const texel = CELL / Math.max(fit, 1e-3)
      // A source far finer than the paper would be a solid field: no more lines than can be told apart.
      const step = Math.max(texel, FINEST)
      const lines = Array.from({ length: Math.floor(SIDE / step) }, (_, i) => (i + 1) * step)
      return {
        label,
        small: fit < 1,
        stroke: Math.min(2.5, step / 6),
        lines: lines.filter((at) => at < SIDE),
        says:
          fit < 1
            ? t("bench.each-pixel-of-the-covers-px", { label, fit: inDigits(1 / fit, 1) })
            : t("bench.the-has-pixels-for-each-px", { label, fit: inDigits(fit, 1) }),
      }
    }),
)
const grid = Array.from({ length: ACROSS - 1 }, (_, i) => (i + 1) * CELL)
</script>

<template>
  <div class="fits">
    <figure v-for="one in sources" :key="one.label">
      <svg :viewBox="`0 0 ${SIDE} ${SIDE}`" :width="SIDE" :height="SIDE" aria-hidden="true">
        <path
          class="source"
          :class="{ small: one.small }"
          :stroke-width="one.stroke"
          :d="one.lines.map((at) => `M${at} 0V${SIDE}M0 ${at}H${SIDE}`).join('')"
        />
        <path class="paper" :d="grid.map((at) => `M${at} 0V${SIDE}M0 ${at}H${SIDE}`).join('')" />
      </svg>
      <figcaption>
        <p>{{ one.says }}</p>
        <p class="hm-small">
          <i class="paper" /> {{ t("bench.px-of-the-paper") }}  <i class="source" />
          {{ t("bench.pixels-of-the", { label: one.label }) }}
        </p>
      </figcaption>
    </figure>
  </div>
</template>

<style scoped>
.fits {
  display: flex;
  flex-wrap: wrap;
  gap: 24px 40px;
}
figure {
  display: flex;
  gap: 16px;
}
figcaption {
  display: grid;
  align-content: start;
  gap: 8px;
  max-width: 26ch;
}
svg {
  flex: none;
  background: var(--paper);
}
path {
  fill: none;
}
path.paper {
  stroke: var(--pencil);
  stroke-dasharray: 1 3;
}
path.source {
  stroke: var(--on-sheet);
}
path.small {
  stroke: var(--mark);
}
i {
  display: inline-block;
  width: 22px;
  vertical-align: middle;
  border-top: 2px solid currentcolor;
}
i.paper {
  border-top-style: dotted;
}
</style>
