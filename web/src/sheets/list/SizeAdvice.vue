<script setup lang="ts">
// Sizes do not follow the paper by themselves: the size that feels right on a postcard is offered on a poster.
import { inDigits, t } from "@/words"
import { Scaling } from "@lucide/vue"
import { ElPopover } from "element-plus"
import { computed, ref } from "vue"
import { settingNamed } from "@/documents/brush"
import { lengthOf, pxOf } from "@/documents/sheet"
import { onStep } from "@/documents/values"
import { SHEET_SIZES } from "@/generated/layout"
import { useSheet } from "../useSheet"

const { hand, document } = useSheet()
const open = ref(false)
const size = settingNamed("size")
/** The paper that brushes are built on, and whose sizes are compared. */
const postcard = SHEET_SIZES[0]

const offers = computed(() => {
  const own = Number(hand.brush.value?.document.size ?? 0)
  const sheet = document.value
  if (!own || !sheet) return []
  const across = Math.hypot(
    pxOf(postcard.width, "mm", postcard.dpi),
    pxOf(postcard.height, "mm", postcard.dpi),
  )
  const advice = (label: string, px: number) => {
    const fits = onStep(px, size.low, size.high, size.step)
    return {
      label,
      px: fits,
      says: t("sheets.px-mm", { fits, dpi: inDigits(lengthOf(fits, "mm", sheet.dpi), 1) }),
    }
  }
  return [
    advice(t("sheets.as-the-brush-has-it"), own),
    advice(t("sheets.same-on-the-paper-as-on"), (own / postcard.dpi) * sheet.dpi),
    advice(t("sheets.same-to-the-sheet-as-to"), (own * Math.hypot(sheet.width, sheet.height)) / across),
  ]
})

function take(px: number): void {
  hand.size.value = px
  open.value = false
}
</script>

<template>
  <ElPopover v-model:visible="open" trigger="click" placement="right" :width="300" :persistent="false">
    <template #reference>
      <button type="button" class="hm-quiet" :aria-label="t('sheets.size-for-this-paper')">
        <Scaling :size="20" />
      </button>
    </template>
    <div class="offers">
      <button v-for="one in offers" :key="one.label" type="button" class="hm-quiet" @click="take(one.px)">
        <span>{{ one.label }}</span> <span class="hm-small">{{ one.says }}</span>
      </button>
    </div>
  </ElPopover>
</template>

<style scoped>
.offers {
  display: grid;
}
.offers .hm-quiet {
  flex-direction: column;
  align-items: flex-start;
  gap: 0;
  height: 56px;
}
</style>
