<script setup lang="ts">
// A layer: whether it is drawn on and seen, how it mixes and how strongly, its order. Places add what is theirs.
import { said, t } from "@/words"
import type { Layer } from "@/documents/brush"
import { Eye, EyeOff, Pencil, Trash2 } from "@lucide/vue"
import { ElOption, ElSelect } from "element-plus"
import { MODES } from "@/generated/layout"
import OrderButtons from "./OrderButtons.vue"
import ValueSlider from "./ValueSlider.vue"

defineProps<{
  layer: Layer
  name: string
  active: boolean
  first: boolean
  last: boolean
  /** Whether it may go. */
  removable: boolean
}>()
const emit = defineEmits<{
  draw: []
  /** Something is otherwise at once; of the opacity, while it moves. */
  set: [parts: Partial<Layer>]
  slide: [parts: Partial<Layer>]
  done: []
  move: [by: 1 | -1]
  remove: []
}>()
</script>

<template>
  <li :class="{ hidden: !layer.shown, active }">
    <button
      type="button"
      class="hm-quiet name"
      :aria-label="t('parts.draw-on', { name })"
      :aria-pressed="active"
      @click="emit('draw')"
    >
      <Pencil :size="18" /> <span>{{ name }}</span>
    </button>
    <slot name="details" />
    <button
      type="button"
      class="hm-quiet"
      :aria-label="layer.shown ? t('parts.hide', { name }) : t('parts.show', { name })"
      @click="emit('set', { shown: !layer.shown })"
    >
      <component :is="layer.shown ? Eye : EyeOff" :size="20" />
    </button>
    <slot name="switches" />
    <ElSelect
      class="mode"
      :model-value="layer.mode"
      :aria-label="t('parts.how-mixes', { name })"
      @change="emit('set', { mode: $event })"
    >
      <ElOption v-for="mode in MODES" :key="mode" :value="mode" :label="said(mode)" />
    </ElSelect>
    <slot name="inked" />
    <ValueSlider
      class="opacity"
      :label="t('parts.opacity')"
      unit="%"
      :low="0"
      :high="1"
      :step="0.01"
      :model-value="layer.opacity"
      @update:model-value="emit('slide', { opacity: $event })"
      @done="emit('done')"
    />
    <OrderButtons
      :of="name"
      :words="['up', 'down']"
      v-bind="{ first, last }"
      @up="emit('move', 1)"
      @down="emit('move', -1)"
    />
    <button
      type="button"
      class="hm-quiet"
      :aria-label="t('parts.delete-with-its-strokes', { name })"
      :disabled="!removable"
      @click="emit('remove')"
    >
      <Trash2 :size="20" />
    </button>
  </li>
</template>

<style scoped>
li {
  display: flex;
  align-items: center;
  gap: 2px;
  border-bottom: 1px solid var(--rule);
}
.name {
  flex: 0 1 148px;
  min-width: 116px;
  justify-content: flex-start;
  white-space: nowrap;
}
.name svg {
  flex: none;
}
.name span {
  overflow: hidden;
  text-overflow: ellipsis;
}
.active .name {
  font-weight: 700;
}
:slotted(button) {
  flex: none;
}
.hidden .mode {
  opacity: 0.6;
}
.mode {
  flex: 0 0 128px;
}
.opacity {
  flex: 2 1 220px;
  min-width: 170px;
  margin-left: 12px;
}
@media (max-width: 62.5rem) {
  li {
    flex-wrap: wrap;
  }
  .mode {
    flex-basis: 112px;
  }
  .opacity {
    min-width: 132px;
    margin-left: 4px;
  }
}
</style>
