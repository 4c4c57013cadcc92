<script setup lang="ts">
// The source in use: proof strokes of the brush that tries it, re-inked live.
import { t } from "@/words"
import { numberOf } from "@/documents/colours"
import { useElementSize } from "@vueuse/core"
import * as Comlink from "comlink"
import { onMounted, useTemplateRef, watch } from "vue"
import { useLight } from "@/device/useLight"
import { LANES_AREA } from "@/generated/layout"
import { usePrep } from "./usePrep"

const { engine } = usePrep()
const light = useLight()
const room = useTemplateRef("room")
const canvas = useTemplateRef("canvas")
const { width, height } = useElementSize(room)
const ratio = window.devicePixelRatio || 1

function colours(): void {
  const style = getComputedStyle(document.documentElement)
  const number = (name: string) => numberOf(style.getPropertyValue(name))
  void engine.api.setColours(number("--paper"), number("--paper"))
}

onMounted(async () => {
  await engine.ready
  const lent = canvas.value!.transferControlToOffscreen()
  await engine.api.attach("prep", Comlink.transfer(lent, [lent]))
  watch(
    [width, height],
    () => {
      const zoom = Math.min(width.value / LANES_AREA[0]!, height.value / LANES_AREA[1]!) * ratio || 1
      void engine.api.setView("prep", {
        zoom,
        originX: 0,
        originY: 0,
        width: Math.max(1, Math.round(width.value * ratio)),
        height: Math.max(1, Math.round(height.value * ratio)),
      })
    },
    { immediate: true },
  )
  watch(light, colours, { immediate: true, flush: "post" })
})
</script>

<template>
  <div ref="room" class="room"><canvas ref="canvas" :aria-label="t('prep.in-use-as-strokes')" /></div>
</template>

<style scoped>
.room {
  position: relative;
  overflow: hidden;
  background: var(--paper);
}
canvas {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
}
</style>
