<script setup lang="ts">
// A new sheet: its paper is chosen from papers drawn to scale, or told in mm, inch or px.
import { t } from "@/words"
import { ElInput, ElInputNumber } from "element-plus"
import { computed, reactive, ref, watch } from "vue"
import { defaultSheet, lengthOf, pxOf, type SheetDocument, type Unit } from "@/documents/sheet"
import { LEAST_SHEET, MOST_DPI, MOST_SHEET, SHEET_SIZES, TINTS } from "@/generated/layout"
import ChoiceBar from "@/parts/ChoiceBar.vue"
import FormDialog from "@/parts/FormDialog.vue"

const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ make: [name: string, document: SheetDocument] }>()
const UNITS: { value: Unit; label: string }[] = [
  { value: "mm", label: t("sheets.mm") },
  { value: "inch", label: t("sheets.inch") },
  { value: "px", label: t("sheets.px-2") },
]
/** CSS px of the largest paper that is shown. */
const LARGEST = 76

const name = ref("")
const wanted = reactive({ width: 148, height: 210, dpi: 300 })
const unit = ref<Unit>("mm")
const tint = ref<string>(TINTS[0][0])
const longest = Math.max(...SHEET_SIZES.flatMap(({ width, height }) => [width, height]))
const drawn = (mm: number) => `${Math.max(12, Math.sqrt(mm / longest) * LARGEST)}px`

watch(open, (now) => now && (name.value = ""))
watch(unit, (now, before) => {
  for (const side of ["width", "height"] as const) {
    const px = pxOf(wanted[side], before, wanted.dpi)
    wanted[side] = Number(lengthOf(px, now, wanted.dpi).toFixed(now === "px" ? 0 : 2))
  }
})

const px = computed(() => ({
  width: Math.round(pxOf(wanted.width || 0, unit.value, wanted.dpi || 1)),
  height: Math.round(pxOf(wanted.height || 0, unit.value, wanted.dpi || 1)),
}))
const problem = computed(() => {
  const sides = [px.value.width, px.value.height]
  if (!wanted.dpi || wanted.dpi < 1 || wanted.dpi > MOST_DPI)
    return t("sheets.give-1-to-dots-per-inch", { most: MOST_DPI })
  if (Math.max(...sides) > MOST_SHEET)
    return t("sheets.up-to-px-a-side", { most: MOST_SHEET, has: Math.max(...sides) })
  if (Math.min(...sides) < LEAST_SHEET) return t("sheets.at-least-px-a-side", { least: LEAST_SHEET })
  return ""
})
const chosen = computed(
  () =>
    SHEET_SIZES.find((one) => {
      const mm = [wanted.width, wanted.height].map((side) =>
        lengthOf(pxOf(side || 0, unit.value, wanted.dpi), "mm", wanted.dpi),
      )
      const near = (a: number, b: number) => Math.abs(a - b) < 0.6
      return (
        (near(mm[0]!, one.width) && near(mm[1]!, one.height)) ||
        (near(mm[0]!, one.height) && near(mm[1]!, one.width))
      )
    })?.key,
)

function pick(one: (typeof SHEET_SIZES)[number]): void {
  wanted.dpi = one.dpi
  wanted.width = Number(lengthOf(pxOf(one.width, "mm", one.dpi), unit.value, one.dpi).toFixed(2))
  wanted.height = Number(lengthOf(pxOf(one.height, "mm", one.dpi), unit.value, one.dpi).toFixed(2))
}

function turn(): void {
  ;[wanted.width, wanted.height] = [wanted.height, wanted.width]
}

function make(): void {
  const label = SHEET_SIZES.find((one) => one.key === chosen.value)?.label ?? t("sheets.sheet")
  const document = { ...defaultSheet(), ...px.value, dpi: wanted.dpi, unit: unit.value, tint: tint.value }
  emit("make", name.value.trim() || label, document)
}
</script>

<template>
  <FormDialog v-model="open" :title="t('sheets.new-sheet')" :disabled="Boolean(problem)" @take="make">
    <label
      >{{ t("sheets.name") }}
      <ElInput v-model="name" name="sheet-name" :maxlength="80" :placeholder="t('sheets.what-will-it-be')"
    /></label>
    <div class="sizes" role="radiogroup" :aria-label="t('sheets.paper')">
      <button
        v-for="one in SHEET_SIZES"
        :key="one.key"
        type="button"
        role="radio"
        :aria-checked="chosen === one.key"
        :class="{ on: chosen === one.key }"
        @click="pick(one)"
      >
        <span
          class="sheet"
          :style="{ width: drawn(one.width), height: drawn(one.height), background: tint }"
        />
        {{ one.label }}
      </button>
    </div>
    <div class="row">
      <ElInputNumber v-model="wanted.width" :controls="false" :aria-label="t('sheets.width')" />
      ×
      <ElInputNumber v-model="wanted.height" :controls="false" :aria-label="t('sheets.height')" />
      <ChoiceBar v-model="unit" :label="t('sheets.unit')" :options="UNITS" />
    </div>
    <div class="row">
      <ElInputNumber v-model="wanted.dpi" :controls="false" :aria-label="t('sheets.dots-per-inch-2')" />
      {{ t("sheets.dots-per-inch") }}
      <button type="button" class="hm-quiet" @click="turn">{{ t("sheets.turn-it") }}</button>
    </div>
    <div class="tints" role="radiogroup" :aria-label="t('sheets.tint-of-the-paper')">
      <button
        v-for="[colour, label] in TINTS"
        :key="colour"
        type="button"
        role="radio"
        :aria-checked="tint === colour"
        :aria-label="label"
        :class="{ on: tint === colour }"
        @click="tint = colour"
      >
        <span :style="{ background: colour }" />
      </button>
    </div>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <p v-else class="hm-small">{{ t("sheets.px", { width: px.width, height: px.height }) }}</p>
  </FormDialog>
</template>

<style scoped>
.sizes {
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  gap: 8px;
}
.sizes button {
  display: flex;
  flex-direction: column;
  align-items: center;
  justify-content: end;
  gap: 6px;
  height: 116px;
  padding: 4px;
  border: 0;
  border-bottom: 3px solid transparent;
  background: none;
  cursor: pointer;
  font-size: 0.875rem;
}
.sizes .on {
  border-bottom-color: var(--active);
  font-weight: 700;
}
.sheet {
  box-shadow: 0 0 0 1px var(--rule);
}
.row {
  display: flex;
  align-items: center;
  gap: 10px;
}
.row :deep(.el-input-number) {
  width: 110px;
}
.row :deep(.el-input__wrapper) {
  min-height: 44px;
}
.tints {
  display: flex;
  gap: 6px;
}
.tints button {
  width: 48px;
  height: 48px;
  padding: 4px;
  border: 0;
  border-bottom: 3px solid transparent;
  background: none;
  cursor: pointer;
}
.tints .on {
  border-bottom-color: var(--active);
}
.tints span {
  display: block;
  height: 100%;
  box-shadow: 0 0 0 1px var(--rule);
}
.problem {
  color: var(--ember);
}
</style>
