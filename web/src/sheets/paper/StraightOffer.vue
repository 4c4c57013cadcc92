<script setup lang="ts">
// A stroke that was held still at its end may become the line, the arc or the ellipse that it was meant to be.
import { t } from "@/words"
import { Circle, Minus, Spline, X } from "@lucide/vue"
import { useTimeoutFn } from "@vueuse/core"
import { watch } from "vue"
import type { SheetStroke } from "@/documents/sheet"
import { newId } from "@/documents/ids"
import type { StraightWay } from "@/engine/questions/straighten"
import { useSheet } from "../useSheet"

/** The offer stands so long, ms. */
const STANDS = 8000

const offered = defineModel<{ stroke: SheetStroke; ways: Offer[] } | undefined>({ required: true })
interface Offer {
  way: StraightWay
  samples: Float32Array<ArrayBuffer>
}
const { replace } = useSheet()
const ICONS = { line: Minus, arc: Spline, ellipse: Circle }
const LABELS = { line: t("sheets.a-line"), arc: t("sheets.an-arc"), ellipse: t("sheets.an-ellipse") }
const leave = useTimeoutFn(() => (offered.value = undefined), STANDS, { immediate: false })
watch(offered, (now) => (now ? leave.start() : leave.stop()), { immediate: true })

function take({ samples }: Offer): void {
  const { stroke } = offered.value!
  replace([stroke], [{ ...stroke, id: newId(), samples }])
  offered.value = undefined
}
</script>

<template>
  <div v-if="offered" class="offer" role="group" :aria-label="t('sheets.meant-to-be')">
    <button v-for="one in offered.ways" :key="one.way" type="button" class="hm-quiet" @click="take(one)">
      <component :is="ICONS[one.way]" :size="20" /> {{ LABELS[one.way] }}
    </button>
    <button
      type="button"
      class="hm-quiet"
      :aria-label="t('sheets.as-it-was-drawn')"
      @click="offered = undefined"
    >
      <X :size="20" />
    </button>
  </div>
</template>

<style scoped>
.offer {
  position: absolute;
  left: 50%;
  top: 8px;
  translate: -50% 0;
  display: flex;
  background: var(--room);
  border-radius: 3px;
}
</style>
