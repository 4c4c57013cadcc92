<script setup lang="ts">
// A roll: folded to a band with its tips showing, or open as a cloth of pockets that can be dragged.
import { t } from "@/words"
import type { StoredBrush } from "@/device/tables/brushes"
import { Ellipsis, Plus } from "@lucide/vue"
import { ElPopover } from "element-plus"
import { computed, ref, useTemplateRef } from "vue"
import { WITHIN } from "@/parts/popping"
import type { PocketAct, RollAct } from "./acts"
import type { FilledRoll } from "@/device/useRollList"
import { presentStore } from "@/device/useDevice"
import GoneElsewhere from "@/frame/GoneElsewhere.vue"
import OrderButtons from "@/parts/OrderButtons.vue"
import BrushPocket from "./BrushPocket.vue"
import RollFrame from "./RollFrame.vue"
import { usePockets, type Drop } from "./usePockets"
import { useSlices } from "./useSlices"

const props = defineProps<{
  roll: FilledRoll
  /** Whether it stands before, or after, all other rolls. */
  first: boolean
  last: boolean
  choosing: boolean
  chosen: ReadonlySet<string>
}>()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{
  brush: [brush: StoredBrush]
  choose: [brush: StoredBrush]
  act: [brush: StoredBrush, name: PocketAct]
  drop: [drop: Drop]
  add: []
  move: [by: -1 | 1]
  own: [name: RollAct]
}>()
const asked = ref(false)
const frame = useTemplateRef("frame")
const cloth = computed(() => frame.value?.cloth ?? null)
const pockets = useSlices(() => props.roll.brushes, open)
const { copied } = usePockets(cloth, (drop) => emit("drop", drop))

function own(name: RollAct): void {
  asked.value = false
  emit("own", name)
}
</script>

<template>
  <RollFrame
    ref="frame"
    v-model="open"
    binding="solid"
    v-bind="{ name: roll.name, note: roll.note, tint: roll.tint, brushes: roll.brushes }"
    :data-roll="roll.id"
    :data-folded="open ? undefined : roll.id"
  >
    <template #own>
      <OrderButtons
        v-if="!(first && last)"
        :of="roll.name"
        :words="[t('rolls.further-up'), t('rolls.further-down')]"
        :first="first"
        :last="last"
        @up="emit('move', -1)"
        @down="emit('move', 1)"
      />
      <ElPopover
        v-model:visible="asked"
        trigger="click"
        placement="bottom-end"
        :width="230"
        :popper-options="WITHIN"
      >
        <template #reference>
          <button
            type="button"
            class="hm-quiet"
            :aria-label="t('rolls.more-for-the-roll', { name: roll.name })"
          >
            <Ellipsis :size="20" />
          </button>
        </template>
        <div class="acts">
          <button type="button" class="hm-quiet" @click="own('describe')">
            {{ t("rolls.name-note-and-tint") }}
          </button>
          <button type="button" class="hm-quiet" @click="own('duplicate')">
            {{ t("rolls.duplicate-the-roll") }}
          </button>
          <button type="button" class="hm-quiet" @click="own('pack')">
            {{ t("rolls.write-a-pack-of-it") }}
          </button>
          <button type="button" class="hm-quiet" @click="own('remove')">
            {{ t("rolls.delete-the-roll") }}
          </button>
        </div>
      </ElPopover>
    </template>
    <GoneElsewhere
      v-if="roll.gone && presentStore"
      :id="roll.id"
      class="gone"
      table="rolls"
      :store="presentStore"
      :what="roll.name"
    />
    <BrushPocket
      v-for="brush in pockets"
      :key="brush.id"
      :brush="brush"
      :choosing="choosing"
      :chosen="chosen.has(brush.id)"
      :copied="copied === brush.id"
      @open="emit('brush', brush)"
      @choose="emit('choose', brush)"
      @act="emit('act', brush, $event)"
    />
    <button v-if="!choosing" type="button" class="empty" @click="emit('add')">
      <Plus :size="22" />
      <span>{{ roll.brushes.length ? t("rolls.new-brush") : t("rolls.put-a-first-brush-in") }}</span>
    </button>
  </RollFrame>
</template>

<style scoped>
.empty {
  display: flex;
  flex-direction: column;
  align-items: center;
  justify-content: center;
  gap: 8px;
  min-height: 120px;
  border: 2px dashed var(--stitch);
  background: none;
  cursor: pointer;
}
.gone {
  grid-column: 1 / -1;
  padding: 8px 0;
}
.acts {
  display: grid;
  justify-items: start;
  max-height: calc(100dvh - 48px);
  overflow-y: auto;
}
</style>
