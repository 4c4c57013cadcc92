<script setup lang="ts">
// A small jar, filled with the ink's colour as high as the stroke's opacity: tap it for colours, draw a finger up or
// down in it for the opacity. Below it the last two inks.
import { t } from "@/words"
import { settingNamed } from "@/documents/brush"
import { inkName } from "@/documents/inks"
import { useEventListener } from "@vueuse/core"
import { ElPopover } from "element-plus"
import { ref, useTemplateRef } from "vue"
import InkChooser from "./InkChooser.vue"
import { onStep, shown } from "@/documents/values"
import { useLastInks } from "./useLastInks"

/** A finger that moves less than this, px, has tapped. */
const TAP = 6

const ink = defineModel<string>("ink", { required: true })
/** The opacity, 0..1. */
const full = defineModel<number>("opacity", { required: true })
const emit = defineEmits<{ done: [] }>()
const setting = settingNamed("opacity")
const jar = useTemplateRef("jar")
const open = ref(false)
const lastInks = useLastInks(ink)
let poured = false
let from: { y: number; opacity: number; moved: boolean } | undefined

function pour(next: number): void {
  full.value = onStep(next, setting.low, setting.high, setting.step)
}

function choose(colour: string): void {
  ink.value = colour
  emit("done")
}

useEventListener(jar, "pointerdown", (event: PointerEvent) => {
  jar.value!.setPointerCapture(event.pointerId)
  from = { y: event.clientY, opacity: full.value, moved: false }
})
useEventListener(jar, "pointermove", (event: PointerEvent) => {
  if (!from) return
  from.moved ||= Math.abs(event.clientY - from.y) >= TAP
  if (from.moved) pour(from.opacity + (from.y - event.clientY) / jar.value!.clientHeight)
})
useEventListener(jar, ["pointerup", "pointercancel"], () => {
  poured = from?.moved ?? false
  if (poured) emit("done")
  from = undefined
})
// A drag ends with a click too, which is no tap.
useEventListener(jar, "click", (event: Event) => poured && event.stopImmediatePropagation(), {
  capture: true,
})
useEventListener(jar, "keydown", (event: KeyboardEvent) => {
  const step = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1 }[event.key]
  if (step) pour(full.value + step * setting.step)
  else if (event.key === "Enter" || event.key === " ") open.value = !open.value
  else return
  event.preventDefault()
  emit("done")
})
</script>

<template>
  <div class="well">
    <ElPopover v-model:visible="open" trigger="click" placement="right" width="auto" :persistent="false">
      <template #reference>
        <div
          ref="jar"
          class="jar"
          role="slider"
          tabindex="0"
          :aria-label="t('parts.ink-well-ink-drag-for-the', { ink: inkName(ink) })"
          aria-orientation="vertical"
          :aria-valuemin="setting.low"
          :aria-valuemax="setting.high"
          :aria-valuenow="full"
          :aria-valuetext="t('parts.opacity-2', { percent: shown(full, '%', setting.step) })"
        >
          <span class="glass"
            ><span class="ink" :style="{ height: `${100 * full}%`, background: ink }"
          /></span>
        </div>
      </template>
      <InkChooser v-model="ink" @done="emit('done')" />
    </ElPopover>
    <span class="hm-small">{{ shown(full, "%", setting.step) }} %</span>
    <div class="last">
      <button
        v-for="one in lastInks"
        :key="one"
        type="button"
        class="hm-quiet"
        :aria-label="t('parts.back-to-ink', { inkName: inkName(one) })"
        @click="choose(one)"
      >
        <span class="drop" :style="{ background: one }" />
      </button>
    </div>
  </div>
</template>

<style scoped>
.well {
  display: flex;
  flex-direction: column;
  align-items: center;
  user-select: none;
}
.jar {
  display: flex;
  flex-direction: column;
  align-items: center;
  width: 56px;
  height: 68px;
  padding: 4px 6px;
  cursor: pointer;
  touch-action: none;
}
/* The neck of the jar. */
.jar::before {
  content: "";
  flex: none;
  width: 28px;
  height: 6px;
  border: 2px solid var(--ink-soft);
  border-bottom: 0;
  border-radius: 3px 3px 0 0;
}
.glass {
  position: relative;
  flex: 1;
  width: 44px;
  border: 2px solid var(--ink-soft);
  border-radius: 10px 10px 7px 7px;
  background: var(--paper);
  overflow: hidden;
}
.ink {
  position: absolute;
  left: 0;
  right: 0;
  bottom: 0;
}
.last {
  display: flex;
  flex-direction: column;
}
.drop {
  width: 24px;
  height: 24px;
  border-radius: 50% 50% 50% 8%;
}
</style>
