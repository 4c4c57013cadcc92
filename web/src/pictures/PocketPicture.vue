<script setup lang="ts">
// A brush's stroke, the print of its tip, or a stroke that is given, inked at the screen's own pixels once it is in sight.
import type { BrushDocument } from "@/documents/brush"
import { useDevicePixelRatio, useElementSize, useElementVisibility } from "@vueuse/core"
import { dequal } from "dequal"
import { computed, ref, toRaw, useTemplateRef, watch } from "vue"
import type { KeptStroke } from "@/documents/stroke"
import type { PocketPicture, ShownOn } from "@/engine/pockets"
import { useEngine } from "@/engine/useEngine"
import { inkedBefore, keepInked, type Inking } from "./inkedBefore"
import { shownOn } from "./shownOn"
import { usePocketWish, wished } from "./usePocketWish"

const props = defineProps<{
  /** The person's own way to see a stroke; or strokes that are given, with the room that they need or a room of theirs. */
  which: "stroke" | PocketPicture | KeptStroke[] | ShownOn
  document: BrushDocument
}>()
const engine = useEngine()
const canvas = useTemplateRef("canvas")
const visible = useElementVisibility(canvas)
const { width, height } = useElementSize(canvas)
const { pixelRatio } = useDevicePixelRatio()
const busy = ref(false)
const { wish: liked, strokes } = usePocketWish()
const document = computed(() =>
  props.which === "stroke" ? wished(props.document, liked.value) : props.document,
)
const on = computed(() => {
  const which = props.which === "stroke" ? (strokes.value ?? "upright") : props.which
  if (!Array.isArray(which)) return which
  return shownOn(which, Number(document.value.size)) ?? "upright"
})

const wish = computed(() => ({
  document: document.value,
  which: on.value,
  across: Math.round(width.value * pixelRatio.value),
  down: Math.round(height.value * pixelRatio.value),
  seen: visible.value,
  // A worker that was started anew has nothing to do with it: what is drawn stays.
}))
/** Counts the wishes, and tells which one is drawn. */
let asked = 0
let drawn = 0
let shown: Inking | undefined

watch(
  wish,
  async (now) => {
    const { document, which, across, down, seen } = now
    if (!seen || across < 1 || down < 1) return
    // The store tells of all brushes anew whenever one changes.
    const before = shown
    const alike = before?.which === which && before.across === across && before.down === down
    if (alike && dequal(before.document, document)) return
    const inking = { which: toRaw(which), document: toRaw(document), across, down }
    const mine = ++asked
    const there = inkedBefore(inking)
    if (there) return show(there, mine, inking)
    busy.value = true
    await engine.ready
    const inked = await engine.api.inkPocket(inking.which, inking.document, across, down)
    const stays = inked?.whole && keepInked(inking, inked.picture)
    show(inked?.picture, mine, inking)
    if (!stays) inked?.picture.close()
  },
  { immediate: true },
)

function show(picture: ImageBitmap | undefined, mine: number, inking: Inking): void {
  // While what is wished changes on, what came of the last wish is better than nothing.
  if (mine < drawn || !canvas.value) return
  drawn = mine
  busy.value = mine !== asked
  if (!picture) return
  shown = inking
  canvas.value.width = inking.across
  canvas.value.height = inking.down
  canvas.value.getContext("2d")!.drawImage(picture, 0, 0)
}
</script>

<template>
  <canvas ref="canvas" :aria-busy="busy" aria-hidden="true" />
</template>
