<script setup lang="ts">
// A field to press in: every stroke's pressures are gathered, and shown as they come.
import { t } from "@/words"
import { useEventListener } from "@vueuse/core"
import { computed, ref, useTemplateRef } from "vue"
import { ribbon } from "@/parts/plot"
import { gathered } from "@/drawing/useSheetPointers"

defineProps<{ label: string; hint: string }>()
/** Pressures 0..1, stroke after stroke. */
const strokes = defineModel<number[][]>({ required: true })
const emit = defineEmits<{ kind: [kind: string] }>()

const field = useTemplateRef("field")
const pressing = ref<number[]>()
const WIDTH = 300
const HEIGHT = 120
/** Strokes that are shown, newest last. */
const SHOWN = 3

function gather(event: PointerEvent): void {
  if (!pressing.value) return
  pressing.value = [...pressing.value, ...gathered(event).map((one) => one.pressure)]
}

useEventListener(field, "pointerdown", (event: PointerEvent) => {
  field.value?.setPointerCapture(event.pointerId)
  emit("kind", event.pointerType)
  pressing.value = [event.pressure]
})
useEventListener(field, "pointermove", gather)
useEventListener(field, ["pointerup", "pointercancel"], () => {
  if (pressing.value && pressing.value.length > 1) strokes.value = [...strokes.value, pressing.value]
  pressing.value = undefined
})
useEventListener(field, "mousedown", (event: Event) => event.preventDefault())
useEventListener(field, "touchstart", (event: Event) => event.preventDefault(), { passive: false })

const traces = computed(() => {
  const all = pressing.value ? [...strokes.value, pressing.value] : strokes.value
  return all.slice(-SHOWN).map((stroke) =>
    ribbon(
      stroke.map((_, i) => i),
      stroke,
      { width: WIDTH, height: HEIGHT / SHOWN, pad: 2 },
      1,
    ),
  )
})
</script>

<template>
  <div class="press-field">
    <p class="name">{{ label }}</p>
    <div ref="field" class="field" role="img" :aria-label="t('fitting.press-here', { label })">
      <svg :viewBox="`0 0 ${WIDTH} ${HEIGHT}`" preserveAspectRatio="none">
        <path
          v-for="(trace, i) in traces"
          :key="i"
          :d="trace"
          :transform="`translate(0 ${i * (HEIGHT / 3)})`"
        />
      </svg>
      <p v-if="traces.length === 0" class="hm-small hint">{{ hint }}</p>
    </div>
    <div class="foot">
      <span class="hm-small">{{
        strokes.length === 1 ? t("fitting.once") : t("fitting.times", { count: strokes.length })
      }}</span>
      <button type="button" class="hm-quiet" :disabled="strokes.length === 0" @click="strokes = []">
        {{ t("fitting.again") }}
      </button>
    </div>
  </div>
</template>

<style scoped>
.name {
  font-size: 1.25rem;
  font-weight: 700;
}
.field {
  position: relative;
  height: 210px;
  background: var(--paper);
  touch-action: none;
  cursor: crosshair;
}
svg {
  width: 100%;
  height: 100%;
}
path {
  fill: var(--on-sheet);
}
.hint {
  position: absolute;
  inset: 0;
  display: flex;
  align-items: center;
  justify-content: center;
  padding: 16px;
  text-align: center;
  color: var(--on-sheet-faint);
  pointer-events: none;
}
.foot {
  display: flex;
  align-items: center;
  justify-content: space-between;
  min-height: 44px;
}
</style>
