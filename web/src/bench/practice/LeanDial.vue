<script setup lang="ts">
// A small dial: the pen seen from above. The middle is upright, the rim lies flat; drag to where it leans.
import { t } from "@/words"
import { computed, useTemplateRef } from "vue"

const altitude = defineModel<number>("altitude", { required: true })
const azimuth = defineModel<number>("azimuth", { required: true })
const dial = useTemplateRef("dial")
const R = 44

const tip = computed(() => {
  const far = (1 - altitude.value / 90) * R
  const turn = (azimuth.value * Math.PI) / 180
  return { x: 50 + far * Math.cos(turn), y: 50 + far * Math.sin(turn) }
})

function drag(event: PointerEvent): void {
  if (event.buttons === 0) return
  dial.value?.setPointerCapture(event.pointerId)
  const box = dial.value!.getBoundingClientRect()
  const x = ((event.clientX - box.left) / box.width) * 100 - 50
  const y = ((event.clientY - box.top) / box.height) * 100 - 50
  altitude.value = Math.round(90 * (1 - Math.min(1, Math.hypot(x, y) / R)))
  azimuth.value = Math.round(((Math.atan2(y, x) * 180) / Math.PI + 360) % 360)
}
</script>

<template>
  <figure>
    <svg
      ref="dial"
      viewBox="0 0 100 100"
      role="img"
      :aria-label="t('bench.lean-of-the-pen')"
      @pointerdown="drag"
      @pointermove="drag"
    >
      <circle cx="50" cy="50" :r="R" class="rim" />
      <circle cx="50" cy="50" :r="R / 2" class="ring" />
      <line x1="50" y1="50" :x2="tip.x" :y2="tip.y" class="pen" />
      <circle :cx="tip.x" :cy="tip.y" r="6" class="tip" />
    </svg>
    <figcaption class="hm-small">{{ t("bench.leans-to", { altitude: 90 - altitude, azimuth }) }}</figcaption>
  </figure>
</template>

<style scoped>
figure {
  display: flex;
  align-items: center;
  gap: 8px;
  margin: 0;
}
figcaption {
  width: 66px;
  line-height: 1.2;
}
svg {
  flex: none;
  width: 84px;
  height: 84px;
  touch-action: none;
  cursor: grab;
}
.rim {
  fill: var(--paper);
  stroke: var(--rule);
}
.ring {
  fill: none;
  stroke: var(--rule);
  stroke-dasharray: 2 3;
}
.pen {
  stroke: var(--on-sheet);
  stroke-width: 3;
  stroke-linecap: round;
}
.tip {
  fill: var(--ember);
}
</style>
