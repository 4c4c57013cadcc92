<script setup lang="ts">
// The chosen strokes, and what else they could be inked with.
import { said, t } from "@/words"
import { ClipboardPlus, Dices, Eye, Lasso, Trash2 } from "@lucide/vue"
import { ElOption, ElSelect } from "element-plus"
import { computed, onScopeDispose, ref } from "vue"
import { makeBrush } from "@/acts/keepBrush"
import { byPlace } from "@/documents/places"
import { settingNamed, type BrushDocument } from "@/documents/brush"
import { useRollList } from "@/device/useRollList"
import { notice } from "@/parts/notice"
import ValueSlider from "@/parts/ValueSlider.vue"
import PickRoll from "@/choosers/PickRoll.vue"
import PocketPicture from "@/pictures/PocketPicture.vue"
import type { Chosen } from "./paper/useChosen"
import { useReink } from "./useReink"
import { useSheet } from "./useSheet"

const props = defineProps<{ chosen: Chosen; active: number }>()
const sheet = useSheet()
const { strokes, sameBrush, ofLayer, none } = props.chosen
const reink = useReink(sheet, props.chosen)
const rolls = useRollList(sheet.store)
const picking = ref(false)
const times = ref(1)
/** Of the chosen strokes, so many are shown in another brush. */
const MOST_SHOWN = 12

const count = computed(() => strokes.value.length)
const shown = computed(() => strokes.value.slice(0, MOST_SHOWN))
const roll = computed(
  () => rolls.value.find((one) => one.id === sheet.hand.brush.value?.roll) ?? rolls.value[0],
)
const offered = computed(() => [...(roll.value?.brushes ?? [])].sort(byPlace))
/** A brush in the ink that the strokes have: that stays theirs. */
function inTheirInk(document: BrushDocument): BrushDocument {
  const ink = strokes.value[0]?.ink
  return ink ? { ...document, ink } : document
}
const steadying = settingNamed("steadying")
const look = computed(() => sheet.looks.value.find((one) => one.id === strokes.value[0]?.look))

function scaled(): void {
  if (times.value !== 1) reink.scale(times.value)
  times.value = 1
}

/** Keep the brush of the first chosen stroke, as it was then, in a roll. */
async function takeIn(roll: { id: string; name: string }): Promise<void> {
  if (!look.value) return
  const { name, document } = look.value
  await makeBrush(sheet.store, { roll: roll.id, name, document })
  notice(t("sheets.as-it-was-on-this-sheet", { name, roll: roll.name }))
}

function remove(): void {
  const gone = strokes.value
  none()
  sheet.remove(gone)
}

onScopeDispose(reink.seeAfter)
</script>

<template>
  <div class="reink">
    <div class="row">
      <p class="says" role="status">
        <Lasso :size="20" />
        <span v-if="count === 0">{{ t("sheets.touch-strokes-or-draw-around-them") }}</span>
        <span v-else>{{
          t("sheets.chosen", { count, strokes: count === 1 ? t("sheets.stroke") : t("sheets.strokes") })
        }}</span>
      </p>
      <button type="button" class="hm-quiet" @click="sameBrush">
        {{ count ? t("sheets.all-of-the-same-brush") : t("sheets.all-of-the-brush-in-hand") }}
      </button>
      <button type="button" class="hm-quiet" @click="ofLayer(active)">
        {{ t("sheets.the-whole-layer") }}
      </button>
      <button v-if="count" type="button" class="hm-quiet" @click="none">{{ t("sheets.none") }}</button>
      <span class="space" />
      <button
        v-if="reink.lately.value"
        type="button"
        class="hm-quiet"
        :aria-pressed="reink.seeingBefore.value"
        @click="reink.seeingBefore.value ? reink.seeAfter() : reink.seeBefore()"
      >
        <Eye :size="20" /> {{ t("sheets.as-before") }}
      </button>
    </div>
    <template v-if="count > 0">
      <div class="offered" role="group" :aria-label="t('sheets.ink-them-with')">
        <button
          v-for="one in offered"
          :key="one.id"
          type="button"
          :aria-label="t('sheets.ink-them-with-2', { name: one.name })"
          @click="reink.giveBrush(one)"
        >
          <PocketPicture class="shown" :which="shown" :document="inTheirInk(one.document)" />
          <span>{{ one.name }}</span>
        </button>
      </div>
      <div class="row tools">
        <button type="button" class="hm-quiet" @click="reink.giveInk(sheet.hand.ink.value)">
          <span class="drop" :style="{ background: sheet.hand.ink.value }" />
          {{ t("sheets.in-the-wells-ink") }}
        </button>
        <ValueSlider
          v-model="times"
          class="times"
          :label="t('sheets.size')"
          unit="×"
          :low="0.25"
          :high="4"
          :step="0.05"
          log
          @done="scaled"
        />
        <ElSelect
          class="steady"
          :model-value="''"
          :placeholder="t('sheets.steadied')"
          :aria-label="t('sheets.steady-them')"
          @change="reink.steady({ steadying: $event })"
        >
          <ElOption v-for="way in steadying.choices" :key="way" :value="way" :label="said(way)" />
        </ElSelect>
        <button type="button" class="hm-quiet" @click="reink.throwDice()">
          <Dices :size="20" /> {{ t("sheets.other-chance") }}
        </button>
        <button type="button" class="hm-quiet" @click="picking = true">
          <ClipboardPlus :size="20" /> {{ t("sheets.its-brush-into-a-roll") }}
        </button>
        <button type="button" class="hm-quiet" @click="remove">
          <Trash2 :size="20" /> {{ t("sheets.delete") }}
        </button>
      </div>
    </template>
    <PickRoll
      v-model="picking"
      :title="t('sheets.where-does-go', { it: look?.name ?? 'it' })"
      :rolls="rolls"
      @pick="takeIn"
    />
  </div>
</template>

<style scoped>
.row {
  display: flex;
  align-items: center;
  gap: 8px;
  flex-wrap: wrap;
}
.says {
  display: flex;
  align-items: center;
  gap: 8px;
  min-width: 250px;
}
.space {
  flex: 1;
}
.offered {
  display: flex;
  gap: 8px;
  overflow-x: auto;
  padding: 4px 0 8px;
}
.offered button {
  flex: 0 0 150px;
  display: flex;
  flex-direction: column;
  padding: 0;
  border: 0;
  background: none;
  font-size: 0.875rem;
  cursor: pointer;
}
.shown {
  width: 150px;
  height: 96px;
  background: var(--sheet);
}
.times {
  flex: 0 1 280px;
  margin: 0 12px;
}
.steady {
  flex: 0 0 140px;
}
.drop {
  width: 24px;
  height: 24px;
  border-radius: 50% 50% 50% 8%;
}
</style>
