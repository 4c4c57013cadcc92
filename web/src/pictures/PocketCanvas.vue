<script setup lang="ts">
// The same picture as in a pocket, where it changes under one's hand: it is shown as soon as it is inked, and not kept.
import { useTemplateRef } from "vue"
import { useEngine } from "@/engine/page/useEngine"
import type { Inking } from "./inkedBefore"
import { showPicture } from "./showPicture"
import { usePocketInking, type Pocketed } from "./usePocketInking"

const props = withDefaults(defineProps<Pocketed>(), { near: undefined })
const engine = useEngine()
const canvas = useTemplateRef("canvas")

async function ink({ which, document, across, down }: Inking): Promise<ImageBitmap | undefined> {
  await engine.ready
  return (await engine.api.inkPocket(which, document, across, down))?.picture
}

const { busy } = usePocketInking(
  canvas,
  props,
  ink,
  (picture) => showPicture(canvas.value!, picture),
  (picture) => picture.close(),
)
</script>

<template>
  <canvas ref="canvas" :aria-busy="busy" aria-hidden="true" />
</template>
