<script setup lang="ts">
// A roll that fills itself with brushes that lie in others.
import type { StoredBrush } from "@/device/store"
import type { PocketAct } from "./acts"
import BrushPocket from "./BrushPocket.vue"
import RollBand from "./RollBand.vue"
import { clothOf } from "./cloth"

defineProps<{
  name: string
  note: string
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
  <section class="roll filled" :style="clothOf('')">
    <RollBand v-model="open" :name="name" :note="note" :brushes="brushes" />
    <div v-if="open" class="cloth">
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
    </div>
  </section>
</template>

<style scoped>
.roll {
  --stitch: color-mix(in srgb, var(--ink-soft) 55%, transparent);
  background: var(--cloth);
  border-left: 10px double var(--stitch);
}
.cloth {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(112px, 1fr));
  gap: 12px 10px;
  padding: 4px 18px 18px;
}
</style>
