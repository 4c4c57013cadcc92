<script setup lang="ts">
// The layers of ink, the topmost first: which one is drawn on, seen, locked, and how it mixes.
import { Eye, EyeOff, Lock, LockOpen, Pencil, Plus, Sun, Trash2 } from "@lucide/vue"
import { ElOption, ElSelect, ElSwitch } from "element-plus"
import { computed } from "vue"
import type { SheetLayer } from "@/documents/sheet"
import { INK_LAYERS, MODES } from "@/generated/layout"
import OrderButtons from "@/parts/OrderButtons.vue"
import ValueSlider from "@/parts/ValueSlider.vue"
import { useSheet } from "./useSheet"

const active = defineModel<number>("active", { required: true })
const { document, strokes, change, closeStep, removeLayer, dryNow } = useSheet()
const layers = computed(() => document.value?.layers ?? [])
const topmost = computed(() => [...layers.value].reverse())
const called = (layer: SheetLayer) => layer.name || `Layer ${layer.which + 1}`
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
      <li
        v-for="(layer, i) in topmost"
        :key="layer.which"
        :class="{ hidden: !layer.shown, active: active === layer.which }"
      >
        <button
          type="button"
          class="hm-quiet name"
          :aria-label="`Draw on ${called(layer)}`"
          :aria-pressed="active === layer.which"
          @click="active = layer.which"
        >
          <Pencil :size="18" /> {{ called(layer) }}
        </button>
        <span class="hm-small count">{{ counts.get(layer.which) ?? 0 }} strokes</span>
        <button
          type="button"
          class="hm-quiet"
          :aria-label="layer.shown ? `Hide ${called(layer)}` : `Show ${called(layer)}`"
          @click="setAtOnce(layer.which, { shown: !layer.shown })"
        >
          <component :is="layer.shown ? Eye : EyeOff" :size="20" />
        </button>
        <button
          type="button"
          class="hm-quiet"
          :aria-label="layer.locked ? `Unlock ${called(layer)}` : `Lock ${called(layer)}`"
          :aria-pressed="layer.locked"
          @click="setAtOnce(layer.which, { locked: !layer.locked })"
        >
          <component :is="layer.locked ? Lock : LockOpen" :size="20" />
        </button>
        <ElSelect
          class="mode"
          :model-value="layer.mode"
          :aria-label="`How ${called(layer)} mixes`"
          @change="setAtOnce(layer.which, { mode: $event })"
        >
          <ElOption v-for="mode in MODES" :key="mode" :value="mode" :label="mode" />
        </ElSelect>
        <ValueSlider
          class="opacity"
          label="Opacity"
          unit="%"
          :low="0"
          :high="1"
          :step="0.01"
          :model-value="layer.opacity"
          @update:model-value="set(layer.which, { opacity: $event })"
          @done="closeStep()"
        />
        <OrderButtons
          :of="called(layer)"
          :words="['up', 'down']"
          :first="i === 0"
          :last="i === topmost.length - 1"
          @up="move(layer.which, 1)"
          @down="move(layer.which, -1)"
        />
        <button
          type="button"
          class="hm-quiet"
          :aria-label="`Delete ${called(layer)} with its strokes`"
          :disabled="layers.length < 2 || layer.locked"
          @click="removeLayer(layer.which)"
        >
          <Trash2 :size="20" />
        </button>
      </li>
    </ol>
    <div class="row">
      <button v-if="layers.length < INK_LAYERS" type="button" class="hm-quiet add" @click="add">
        <Plus :size="20" /> Lay another layer on top
      </button>
      <span class="space" />
      <button type="button" class="hm-quiet" @click="dryNow()"><Sun :size="20" /> Dry now</button>
      <label class="follows">
        <ElSwitch
          :model-value="document?.follows ?? false"
          aria-label="Strokes follow their brushes"
          @update:model-value="follow(Boolean($event))"
        />
        {{
          document?.follows
            ? "Strokes follow their brushes as these change"
            : "Strokes stay as they were drawn"
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
li {
  display: flex;
  align-items: center;
  gap: 4px;
  border-bottom: 1px solid var(--rule);
}
.name {
  flex: 0 0 120px;
  white-space: nowrap;
}
.active .name {
  font-weight: 700;
}
.count {
  flex: 0 0 92px;
}
.hidden .mode,
.hidden .count {
  opacity: 0.6;
}
.mode {
  flex: 0 0 140px;
}
.opacity {
  flex: 1 1 220px;
  min-width: 170px;
  margin-left: 16px;
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
@media (max-width: 1000px) {
  li {
    flex-wrap: wrap;
  }
}
</style>
