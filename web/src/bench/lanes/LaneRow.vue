<script setup lang="ts">
// A lane of one's own: its name, its place, its set, and what can be done with it.
import { t } from "@/words"
import { Download, Eye, EyeOff, Trash2 } from "@lucide/vue"
import { ElOption, ElSelect } from "element-plus"
import OrderButtons from "@/parts/OrderButtons.vue"
import { useBench } from "../useBench"
import type { OwnLane } from "@/pictures/ownLanes"

const props = defineProps<{
  lane: OwnLane
  /** All sets that it may be put into. */
  sets: string[]
  first: boolean
  last: boolean
}>()
const { own } = useBench()

function rename(event: Event): void {
  const name = (event.target as HTMLInputElement).value.trim()
  if (name && name !== props.lane.label) own.change(props.lane, { label: name })
}
</script>

<template>
  <li :class="{ hidden: lane.hidden }">
    <input
      class="hm-entry"
      :value="lane.label"
      maxlength="80"
      :aria-label="t('bench.name-of', { label: lane.label })"
      @change="rename"
    />
    <span class="hm-small count">{{ lane.strokes.length }}</span>
    <ElSelect
      v-if="sets.length > 1"
      class="set"
      :model-value="lane.set"
      :aria-label="t('bench.set-of', { label: lane.label })"
      @change="own.change(lane, { set: $event })"
    >
      <ElOption v-for="one in sets" :key="one" :value="one" :label="one" />
    </ElSelect>
    <button
      type="button"
      class="hm-quiet"
      :aria-label="
        lane.hidden ? t('bench.show', { label: lane.label }) : t('bench.hide', { label: lane.label })
      "
      @click="own.change(lane, { hidden: !lane.hidden })"
    >
      <component :is="lane.hidden ? EyeOff : Eye" :size="20" />
    </button>
    <OrderButtons
      :of="lane.label"
      :words="['earlier', 'later']"
      v-bind="{ first, last }"
      @up="own.move(lane, -1)"
      @down="own.move(lane, 1)"
    />
    <a
      :href="`/api/lanes/${lane.key}.inkml`"
      class="hm-quiet"
      :aria-label="t('bench.save-as-inkml', { label: lane.label })"
      download
    >
      <Download :size="20" />
    </a>
    <button
      type="button"
      class="hm-quiet"
      :aria-label="t('bench.delete-2', { label: lane.label })"
      @click="own.remove(lane)"
    >
      <Trash2 :size="20" />
    </button>
  </li>
</template>

<style scoped>
li {
  display: flex;
  align-items: center;
}
.hidden input {
  opacity: 0.5;
}
.count {
  flex: 0 0 32px;
}
.set {
  flex: 0 0 140px;
}
</style>
