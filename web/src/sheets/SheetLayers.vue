<script setup lang="ts">
// The layers of ink, the topmost first: which one is drawn on, seen, locked, and how it mixes.
import { t } from "@/words"
import { Lock, LockOpen, Plus, Sun } from "@lucide/vue"
import { ElSwitch } from "element-plus"
import { computed } from "vue"
import type { SheetLayer } from "@/documents/sheet"
import { layerName } from "@/documents/sheetWords"
import { INK_LAYERS } from "@/generated/layout"
import LayerRow from "@/parts/LayerRow.vue"
import { useSheet } from "./useSheet"

const active = defineModel<number>("active", { required: true })
const { document, strokes, change, closeStep, removeLayer, dryNow } = useSheet()
const layers = computed(() => document.value?.layers ?? [])
const topmost = computed(() => [...layers.value].reverse())
const counts = computed(() => {
  const found = new Map<number, number>()
  for (const { layer = 0, dries } of strokes.strokes.value.values())
    if (!dries) found.set(layer, (found.get(layer) ?? 0) + 1)
  return found
})

function set(which: number, parts: Partial<SheetLayer>): void {
  const next = layers.value.map((one) => (one.which === which ? { ...one, ...parts } : one))
  change({ layers: next }, `layer ${which} ${Object.keys(parts).join()}`)
}

function setAtOnce(which: number, parts: Partial<SheetLayer>): void {
  set(which, parts)
  closeStep()
}

function add(): void {
  const which = Array.from({ length: INK_LAYERS }, (_, i) => i).find((number) =>
    layers.value.every((one) => one.which !== number),
  )
  if (which === undefined) return
  const fresh: SheetLayer = { which, name: "", mode: "normal", opacity: 1, shown: true, locked: false }
  change({ layers: [...layers.value, fresh] }, "layers")
  closeStep()
  active.value = which
}

function follow(follows: boolean): void {
  change({ follows }, "follows")
  closeStep()
}

/** Move a layer over (1) or under (-1) its neighbour. */
function move(which: number, by: 1 | -1): void {
  const from = layers.value.findIndex((one) => one.which === which)
  const next = [...layers.value]
  next.splice(from + by, 0, ...next.splice(from, 1))
  change({ layers: next }, "layers")
  closeStep()
}
</script>

<template>
  <div class="layers">
    <ol>
      <LayerRow
        v-for="(layer, i) in topmost"
        :key="layer.which"
        :layer="layer"
        :name="layerName(layer)"
        :active="active === layer.which"
        :first="i === 0"
        :last="i === topmost.length - 1"
        :removable="layers.length > 1 && !layer.locked"
        @draw="active = layer.which"
        @set="setAtOnce(layer.which, $event)"
        @slide="set(layer.which, $event)"
        @done="closeStep()"
        @move="move(layer.which, $event)"
        @remove="removeLayer(layer.which)"
      >
        <template #details>
          <span class="hm-small count" :class="{ hidden: !layer.shown }">
            {{ t("sheets.strokes-2", { count: counts.get(layer.which) ?? 0 }) }}
          </span>
        </template>
        <template #switches>
          <button
            type="button"
            class="hm-quiet"
            :aria-label="
              layer.locked
                ? t('sheets.unlock', { layer: layerName(layer) })
                : t('sheets.lock', { layer: layerName(layer) })
            "
            :aria-pressed="layer.locked"
            @click="setAtOnce(layer.which, { locked: !layer.locked })"
          >
            <component :is="layer.locked ? Lock : LockOpen" :size="20" />
          </button>
        </template>
      </LayerRow>
    </ol>
    <div class="row">
      <button v-if="layers.length < INK_LAYERS" type="button" class="hm-quiet add" @click="add">
        <Plus :size="20" /> {{ t("sheets.lay-another-layer-on-top") }}
      </button>
      <span class="space" />
      <button type="button" class="hm-quiet" @click="dryNow()">
        <Sun :size="20" /> {{ t("sheets.dry-now") }}
      </button>
      <label class="follows">
        <ElSwitch
          :model-value="document?.follows ?? false"
          :aria-label="t('sheets.strokes-follow-their-brushes')"
          @update:model-value="follow(Boolean($event))"
        />
        {{
          document?.follows
            ? t("sheets.strokes-follow-their-brushes-as-these")
            : t("sheets.strokes-stay-as-they-were-drawn")
        }}
      </label>
    </div>
  </div>
</template>

<style scoped>
ol {
  margin: 0;
  padding: 0;
  list-style: none;
}
.count {
  flex: 0 0 92px;
}
.hidden {
  opacity: 0.6;
}
@media (max-width: 62.5rem) {
  .count {
    display: none;
  }
}
.add {
  padding-left: 0;
}
.row,
.follows {
  display: flex;
  align-items: center;
  gap: 12px;
  min-height: 44px;
}
.space {
  flex: 1;
}
</style>
