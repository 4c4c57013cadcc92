<script setup lang="ts">
// Drag a frame round what is drawn on the proof sheet: it becomes a shape, a grain or a new brush.
import { t } from "@/words"
import type { StoredSource } from "@/device/tables/sources"
import { useEventListener } from "@vueuse/core"
import { ElButton, ElSwitch } from "element-plus"
import { computed, ref, shallowRef, useTemplateRef } from "vue"
import { presentStore } from "@/device/useDevice"
import { notice } from "@/parts/notice"
import NewBrush from "@/choosers/NewBrush.vue"
import type { Makes } from "@/documents/recipe"
import { takeIn } from "@/pictures/takeIn"
import { useBench } from "../useBench"
import { useShapes } from "../useShapes"

const props = defineProps<{ view: { zoom: number; x: number; y: number } }>()
const emit = defineEmits<{ over: [] }>()
const bench = useBench()
const { add, lay, full } = useShapes(bench)
const room = useTemplateRef("room")
const square = ref(true)
const busy = ref(false)
const made = shallowRef<StoredSource>()
const brushing = ref(false)
const box = ref<{ x: number; y: number; width: number; height: number }>()
const LEAST = 16
let begun: { x: number; y: number } | undefined

const place = (event: PointerEvent) => {
  const lies = room.value!.getBoundingClientRect()
  return { x: event.clientX - lies.left, y: event.clientY - lies.top }
}

useEventListener(room, "pointerdown", (event: PointerEvent) => {
  if (event.target !== room.value) return
  begun = place(event)
  box.value = undefined
  room.value?.setPointerCapture(event.pointerId)
})

useEventListener(room, "pointermove", (event: PointerEvent) => {
  if (!begun) return
  const now = place(event)
  let [width, height] = [now.x - begun.x, now.y - begun.y]
  if (square.value) {
    const side = Math.max(Math.abs(width), Math.abs(height))
    ;[width, height] = [side * Math.sign(width || 1), side * Math.sign(height || 1)]
  }
  box.value = {
    x: Math.min(begun.x, begun.x + width),
    y: Math.min(begun.y, begun.y + height),
    width: Math.abs(width),
    height: Math.abs(height),
  }
})

useEventListener(room, ["pointerup", "pointercancel"], () => (begun = undefined))

const framed = computed(() => {
  const { zoom, x, y } = props.view
  const drawn = box.value
  if (!drawn || drawn.width < LEAST || drawn.height < LEAST) return undefined
  const left = drawn.x / zoom + x
  const top = drawn.y / zoom + y
  return { left, top, right: left + drawn.width / zoom, bottom: top + drawn.height / zoom }
})
const style = computed(
  () =>
    box.value && {
      left: `${box.value.x}px`,
      top: `${box.value.y}px`,
      width: `${box.value.width}px`,
      height: `${box.value.height}px`,
    },
)

async function take(as: Makes | "brush"): Promise<void> {
  if (!framed.value) return
  busy.value = true
  try {
    const png = await bench.engine.api.capture(framed.value)
    if (!png) return notice(t("bench.there-is-no-ink-in-the"))
    const wanted = as === "brush" ? "shape" : as
    const { source } = await takeIn(presentStore.value!, png, t("bench.from-the-proof-sheet-png"), wanted)
    if (!source) return
    if (as === "shape") add(source)
    else if (as === "grain") lay(source)
    else {
      made.value = source
      brushing.value = true
      return
    }
    notice(t("bench.is-the-brushs-now-and-among", { name: source.name, as }))
    emit("over")
  } catch (error) {
    notice((error as Error).message)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <div ref="room" class="capture" data-covers :aria-label="t('bench.capture-drag-a-frame')">
    <p v-if="!box" class="hint">{{ t("bench.drag-a-frame-round-what-you") }}</p>
    <div v-if="style" class="frame" :style="style" />
    <div class="acts">
      <label class="square"
        >{{ t("bench.square") }} <ElSwitch v-model="square" :aria-label="t('bench.square')"
      /></label>
      <ElButton :disabled="!framed || busy || full" type="primary" @click="take('shape')">{{
        t("bench.as-shape")
      }}</ElButton>
      <ElButton :disabled="!framed || busy" @click="take('grain')">{{ t("bench.as-grain") }}</ElButton>
      <ElButton :disabled="!framed || busy" @click="take('brush')">{{
        t("bench.new-brush-from-here")
      }}</ElButton>
      <ElButton @click="emit('over')">{{ t("bench.leave-it") }}</ElButton>
    </div>
    <NewBrush v-if="made" v-model="brushing" :source="made" @update:model-value="$event || emit('over')" />
  </div>
</template>

<style scoped>
.capture {
  position: absolute;
  inset: 0;
  touch-action: none;
  cursor: crosshair;
  z-index: 2;
}
.hint {
  position: absolute;
  left: 16px;
  bottom: 72px;
  padding: 6px 10px;
  background: var(--room);
  pointer-events: none;
}
.frame {
  position: absolute;
  border: 2px dashed var(--ember);
  pointer-events: none;
}
.acts {
  position: absolute;
  left: 0;
  right: 0;
  bottom: 0;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
  padding: 8px 16px;
  background: var(--room);
}
.square {
  display: flex;
  align-items: center;
  gap: 8px;
  min-height: 44px;
  margin-right: 12px;
}
</style>
