<script setup lang="ts">
// What lies below the ink: pictures with their place, their faintness and their tint.
import { t } from "@/words"
import type { StoredSheet } from "@/device/tables/sheets"
import { Eye, EyeOff, FlipHorizontal2, ImagePlus, Maximize, Trash2 } from "@lucide/vue"
import { ElOption, ElSelect } from "element-plus"
import { computed, useTemplateRef } from "vue"
import { useLive } from "@/device/useLive"
import type { Underlay } from "@/documents/sheet"
import { MOST_UNDERLAYS } from "@/generated/layout"
import { notice } from "@/parts/notice"
import OwnPicture from "@/pictures/OwnPicture.vue"
import ValueSlider from "@/parts/ValueSlider.vue"
import { pictureOfSheet } from "./list/otherSheet"
import { placedOn, underlaysOf } from "./underlayIn"
import { useSheet } from "./useSheet"

/** Which underlay is moved on the paper. */
const held = defineModel<number>("held", { required: true })
const { id, store, engine, document, change, closeStep } = useSheet()
const file = useTemplateRef("file")
const underlays = computed(() => document.value?.underlays ?? [])
const one = computed(() => underlays.value[held.value])
/** Tints that no ink has: non-photo blue, rose, moss. */
const TINTS: [string | null, string][] = [
  [null, t("sheets.its-own-colours")],
  ["#5aa7d6", t("sheets.blue")],
  ["#d2708a", t("sheets.rose")],
  ["#86994a", t("sheets.moss")],
]

function set(parts: Partial<Underlay>): void {
  const next = underlays.value.map((there, i) => (i === held.value ? { ...there, ...parts } : there))
  change({ underlays: next }, `underlay ${held.value} ${Object.keys(parts).join()}`)
}

function setAtOnce(parts: Partial<Underlay>): void {
  set(parts)
  closeStep()
}

/** Lay pictures over those that lie there; as many as a sheet can have. */
function layUnder(fresh: Underlay[]): void {
  const room = MOST_UNDERLAYS - underlays.value.length
  if (fresh.length > room)
    notice(t("sheets.a-sheet-lies-over-up-to", { most: MOST_UNDERLAYS, left: fresh.length - room }))
  change({ underlays: [...underlays.value, ...fresh.slice(0, room)] }, "underlays")
  closeStep()
  held.value = Math.max(0, underlays.value.length - 1)
}

const sheets = useLive(
  async () => (await store.sheets.toArray()).filter((one) => one.id !== id),
  [] as StoredSheet[],
)

async function addSheet(other: string): Promise<void> {
  if (!document.value) return
  try {
    const { picture, name, width, height } = (await pictureOfSheet(store, engine, other)) ?? {}
    if (picture) layUnder([placedOn(document.value, picture, name!, width!, height!)])
  } catch (error) {
    notice((error as Error).message)
  }
}

async function add(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const chosen = input.files?.[0]
  input.value = ""
  if (!chosen || !document.value) return
  try {
    layUnder(await underlaysOf(store, document.value, chosen, chosen.name))
  } catch (error) {
    notice((error as Error).message)
  }
}

function fit(): void {
  if (!document.value || !one.value) return
  const { x, y, scale } = placedOn(document.value, "", "", one.value.width, one.value.height)
  setAtOnce({ x, y, scale, turn: 0 })
}

function remove(): void {
  change({ underlays: underlays.value.filter((_, i) => i !== held.value) }, "underlays")
  closeStep()
  held.value = 0
}
</script>

<template>
  <div class="underlay">
    <div class="pile">
      <button
        v-for="(there, i) in underlays"
        :key="i"
        type="button"
        class="print"
        :class="{ on: i === held }"
        :aria-label="t('sheets.underlay', { name: there.name })"
        @click="held = i"
      >
        <OwnPicture :picture="there.picture" />
        <span>{{ there.name }}</span>
      </button>
      <button v-if="underlays.length < MOST_UNDERLAYS" type="button" class="hm-quiet" @click="file?.click()">
        <ImagePlus :size="20" /> {{ t("sheets.lay-a-picture-under") }}
      </button>
      <ElSelect
        v-if="sheets.length > 0 && underlays.length < MOST_UNDERLAYS"
        class="other"
        :model-value="''"
        :placeholder="t('sheets.another-sheet')"
        :aria-label="t('sheets.lay-another-sheet-under')"
        @change="addSheet"
      >
        <ElOption v-for="other in sheets" :key="other.id" :value="other.id" :label="other.name" />
      </ElSelect>
      <input
        ref="file"
        type="file"
        accept="image/*,.svg,.tif,.tiff,.ora"
        hidden
        :aria-label="t('sheets.picture-to-lay-under')"
        @change="add"
      />
    </div>
    <div v-if="one" class="place">
      <div class="acts">
        <button
          type="button"
          class="hm-quiet"
          :aria-label="one.shown ? t('sheets.hide-it') : t('sheets.show-it')"
          @click="setAtOnce({ shown: !one.shown })"
        >
          <component :is="one.shown ? Eye : EyeOff" :size="20" />
        </button>
        <button
          type="button"
          class="hm-quiet"
          :aria-label="t('sheets.mirror-it')"
          :aria-pressed="one.mirrored"
          @click="setAtOnce({ mirrored: !one.mirrored })"
        >
          <FlipHorizontal2 :size="20" />
        </button>
        <button type="button" class="hm-quiet" @click="fit">
          <Maximize :size="20" /> {{ t("sheets.fit") }}
        </button>
        <div class="tints" role="radiogroup" :aria-label="t('sheets.tint-of-the-underlay')">
          <button
            v-for="[tint, label] in TINTS"
            :key="label"
            type="button"
            role="radio"
            class="hm-quiet"
            :aria-checked="one.tint === tint"
            :aria-label="label"
            :class="{ 'hm-on': one.tint === tint }"
            @click="setAtOnce({ tint })"
          >
            <span class="swatch" :class="{ own: !tint }" :style="{ background: tint ?? '' }" />
          </button>
        </div>
        <button type="button" class="hm-quiet" :aria-label="t('sheets.take-it-away')" @click="remove">
          <Trash2 :size="20" />
        </button>
      </div>
      <div class="sliders">
        <ValueSlider
          :label="t('sheets.opacity')"
          unit="%"
          :low="0"
          :high="1"
          :step="0.01"
          :model-value="one.opacity"
          @update:model-value="set({ opacity: $event })"
          @done="closeStep()"
        />
        <ValueSlider
          :label="t('sheets.scale')"
          unit="%"
          :low="0.01"
          :high="20"
          :step="0.01"
          log
          :model-value="one.scale"
          @update:model-value="set({ scale: $event })"
          @done="closeStep()"
        />
        <ValueSlider
          :label="t('sheets.turn')"
          unit="°"
          :low="-180"
          :high="180"
          :step="0.5"
          :model-value="one.turn"
          @update:model-value="set({ turn: $event })"
          @done="closeStep()"
        />
      </div>
      <p class="hm-small">{{ t("sheets.drag-on-the-paper-to-move") }}</p>
    </div>
    <p v-else class="hm-small hint">
      {{ t("sheets.a-sketch-a-photo-or-a") }}
    </p>
  </div>
</template>

<style scoped>
.underlay {
  display: flex;
  gap: 28px;
}
.pile {
  flex: 0 0 auto;
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-content: start;
  max-width: 420px;
}
.other {
  width: 170px;
}
.print {
  width: 96px;
  padding: 4px;
  border: 0;
  border-bottom: 3px solid transparent;
  background: none;
  font-size: 0.875rem;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  cursor: pointer;
}
.print.on {
  border-bottom-color: var(--active);
}
.print :deep(img) {
  display: block;
  width: 88px;
  height: 72px;
  object-fit: contain;
  background: var(--sheet);
}
.place {
  flex: 1;
  min-width: 0;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}
.tints {
  display: flex;
  gap: 2px;
}
.swatch {
  width: 26px;
  height: 26px;
  border-radius: 50%;
}
.own {
  background: var(--any-ink);
}
.sliders {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(240px, 1fr));
  gap: 0 28px;
}
.hint {
  align-self: center;
}
@media (max-width: 62.5rem) {
  .underlay {
    flex-direction: column;
    gap: 8px;
  }
}
</style>
