<script setup lang="ts">
// The outline of a brush's tip under a pen that hovers, as large as it is inked: where it will land, before it does.
import { useEventListener } from "@vueuse/core"
import { computed, ref } from "vue"
import type { BrushDocument } from "@/documents/brush"

const props = defineProps<{
  /** What the pen hovers over. */
  over: HTMLElement | null
  brush: BrushDocument | undefined
  /** Its size, sheet px, and CSS px per sheet px. */
  size: number
  zoom: number
  /** How the paper lies: degrees clockwise, and whether it is seen from behind. */
  turn?: number
  mirrored?: boolean
}>()
const place = ref<{ x: number; y: number }>()

/** Only a pen that is near and touches nothing has one. */
function follow(event: PointerEvent): void {
  const hovers = event.type === "pointermove" && event.pointerType === "pen" && event.buttons === 0
  const box = hovers && props.over?.getBoundingClientRect()
  place.value = box ? { x: event.clientX - box.left, y: event.clientY - box.top } : undefined
}
useEventListener(() => props.over, ["pointermove", "pointerdown", "pointerleave", "pointercancel"], follow)

const mark = computed(() => {
  if (!place.value || !props.brush) return undefined
  const { x, y } = place.value
  const { tip } = props.brush
  // A shape's own outline is its picture's: where it may reach is told.
  const drawn = tip !== "shapes"
  const across = Math.max(1, props.size * props.zoom)
  const turned = (props.turn ?? 0) + (drawn ? Number(props.brush.angle) : 0)
  return {
    width: `${across}px`,
    height: `${Math.max(1, across * (drawn ? Number(props.brush.roundness) : 1))}px`,
    borderRadius: tip === "broad nib" ? "0" : "50%",
    transform: `translate(${x}px, ${y}px) translate(-50%, -50%) scaleX(${props.mirrored ? -1 : 1}) rotate(${turned}deg)`,
  }
})
</script>

<template>
  <span v-if="mark" class="tip" :style="mark" aria-hidden="true" />
</template>

<style scoped>
.tip {
  position: absolute;
  left: 0;
  top: 0;
  /* Dark with a light rim, whatever the light of the room: paper and ink are not the room's. */
  border: 1.5px solid var(--on-sheet);
  outline: 1px solid var(--sheet);
  pointer-events: none;
}
</style>
