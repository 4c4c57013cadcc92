<script setup lang="ts">
// The screen is measured once against a bank card, so that a sheet can be shown at its true size.
import { t } from "@/words"
import { computed, ref, watch } from "vue"
import { MM_PER_INCH } from "@/generated/layout"
import FormDialog from "@/parts/FormDialog.vue"
import ValueSlider from "@/parts/ValueSlider.vue"

/** A bank card, mm (ISO/IEC 7810, ID-1). */
const CARD = { width: 85.6, height: 53.98 }
/** CSS px an inch that a screen may have. */
const [LEAST, MOST, USUAL] = [60, 260, 96]

const open = defineModel<boolean>({ required: true })
const dpi = defineModel<number>("dpi", { required: true })
const wide = ref(0)
const widthAt = (one: number) => (CARD.width / MM_PER_INCH) * one
watch(open, (now) => now && (wide.value = widthAt(dpi.value || USUAL)))
const style = computed(() => ({
  width: `${wide.value}px`,
  height: `${(wide.value * CARD.height) / CARD.width}px`,
}))
</script>

<template>
  <FormDialog
    v-model="open"
    :title="t('sheets.how-large-is-this-screen')"
    @take="dpi = (wide / CARD.width) * MM_PER_INCH"
  >
    <p>{{ t("sheets.hold-a-bank-card-to-the") }}</p>
    <div class="room"><div class="card" :style="style" /></div>
    <ValueSlider
      v-model="wide"
      :label="t('sheets.width')"
      unit="px"
      :low="Math.round(widthAt(LEAST))"
      :high="Math.round(widthAt(MOST))"
      :step="1"
    />
  </FormDialog>
</template>

<style scoped>
.room {
  display: grid;
  place-items: center start;
  min-height: 240px;
  overflow: hidden;
}
.card {
  border: 2px solid var(--active);
  border-radius: 10px;
  background: var(--paper);
}
</style>
