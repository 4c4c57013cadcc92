<script setup lang="ts">
// A roll that fills itself with brushes that lie in others.
import type { StoredBrush } from "@/device/tables/brushes"
import { t } from "@/words"
import type { PocketAct } from "./acts"
import BrushPocket from "./BrushPocket.vue"
import RollFrame from "./RollFrame.vue"

const NOTES: Record<string, string> = {
  [t("rolls.favourites")]: t("rolls.what-you-gave-a-star"),
  [t("rolls.recent")]: t("rolls.what-was-on-the-bench-last"),
}

defineProps<{
  name: string
  brushes: StoredBrush[]
  choosing: boolean
  chosen: ReadonlySet<string>
}>()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{
  brush: [brush: StoredBrush]
  choose: [brush: StoredBrush]
  act: [brush: StoredBrush, name: PocketAct]
}>()
</script>

<template>
  <RollFrame
    v-model="open"
    class="filled"
    tint=""
    binding="double"
    :note="NOTES[name] ?? ''"
    v-bind="{ name, brushes }"
  >
    <BrushPocket
      v-for="brush in brushes"
      :key="brush.id"
      :brush="brush"
      :choosing="choosing"
      :chosen="chosen.has(brush.id)"
      @open="emit('brush', brush)"
      @choose="emit('choose', brush)"
      @act="emit('act', brush, $event)"
    />
  </RollFrame>
</template>
