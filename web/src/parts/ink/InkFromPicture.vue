<script setup lang="ts">
// An ink taken from a picture of one's own: touch it where the colour is. The picture stays on this device.
import { t } from "@/words"
import { Pipette } from "@lucide/vue"
import { ElDialog } from "element-plus"
import { hexOf } from "@/documents/colours"
import { nextTick, ref, useTemplateRef } from "vue"

const emit = defineEmits<{ take: [ink: string] }>()

/** Largest side at which a picture is shown, px. */
const MOST = 560
/** Pixels on either side that are averaged: one alone is noise. */
const ABOUT = 2

const open = ref(false)
const problem = ref("")
const taken = ref("")
const canvas = useTemplateRef("canvas")

async function read(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ""
  if (!file) return
  problem.value = taken.value = ""
  open.value = true
  try {
    const picture = await createImageBitmap(file)
    await nextTick()
    const fit = Math.min(1, MOST / Math.max(picture.width, picture.height))
    const shown = canvas.value!
    shown.width = Math.max(1, Math.round(picture.width * fit))
    shown.height = Math.max(1, Math.round(picture.height * fit))
    shown.getContext("2d", { willReadFrequently: true })!.drawImage(picture, 0, 0, shown.width, shown.height)
    picture.close()
  } catch {
    problem.value = t("parts.is-not-a-picture-that-can", { name: file.name })
  }
}

function take(event: MouseEvent): void {
  const shown = canvas.value!
  const box = shown.getBoundingClientRect()
  const x = Math.floor(((event.clientX - box.left) / box.width) * shown.width)
  const y = Math.floor(((event.clientY - box.top) / box.height) * shown.height)
  const side = 2 * ABOUT + 1
  const { data } = shown.getContext("2d")!.getImageData(x - ABOUT, y - ABOUT, side, side)
  const sums = [0, 0, 0, 0]
  // Off the picture it is clear, and clear pixels have no colour.
  for (let i = 0; i < data.length; i += 4) {
    for (let k = 0; k < 3; k++) sums[k]! += data[i + k]! * data[i + 3]!
    sums[3]! += data[i + 3]!
  }
  if (sums[3] === 0) return
  const [red, green, blue] = sums.slice(0, 3).map((sum) => Math.round(sum / sums[3]!))
  taken.value = hexOf((red! << 16) | (green! << 8) | blue!)
  emit("take", taken.value)
}
</script>

<template>
  <label class="hm-quiet from">
    <Pipette :size="20" aria-hidden="true" />
    <input type="file" accept="image/*" :aria-label="t('parts.ink-from-a-picture')" @change="read" />
  </label>
  <ElDialog
    v-model="open"
    :title="t('parts.ink-from-a-picture')"
    width="640px"
    append-to-body
    destroy-on-close
  >
    <p v-if="problem" role="alert">{{ problem }}</p>
    <template v-else>
      <p class="hm-small">{{ t("parts.touch-the-picture-where-the-ink") }}</p>
      <canvas ref="canvas" :aria-label="t('parts.the-picture-touch-a-colour')" @click="take" />
      <p v-if="taken" class="taken" role="status">
        <span :style="{ background: taken }" /> {{ t("parts.is-the-ink-now", { taken }) }}
      </p>
    </template>
  </ElDialog>
</template>

<style scoped>
.from {
  position: relative;
  flex: none;
  display: inline-flex;
  align-items: center;
  justify-content: center;
  width: 44px;
  height: 44px;
  padding: 0;
}
.from input {
  position: absolute;
  inset: 0;
  width: 100%;
  opacity: 0;
  cursor: pointer;
}
canvas {
  display: block;
  max-width: 100%;
  max-height: 60vh;
  cursor: crosshair;
}
.taken {
  display: flex;
  align-items: center;
  gap: 8px;
}
.taken span {
  width: 26px;
  height: 26px;
  border-radius: 50% 50% 50% 8%;
}
</style>
