<script setup lang="ts">
// A roll as it ships: its brushes are taken out of it, and it stays as it is.
import PocketPicture from "@/pictures/PocketPicture.vue"
import RollBand from "./RollBand.vue"
import { clothOf } from "./cloth"
import type { ShippedBrush, ShippedRoll } from "./useShipped"

defineProps<{ roll: ShippedRoll }>()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ take: [brushes: ShippedBrush[]] }>()
</script>

<template>
  <section class="roll shipped" :style="clothOf('')">
    <RollBand
      v-model="open"
      :name="roll.name"
      note="Ships with Hollowmist: take from it."
      :brushes="roll.brushes"
    >
      <button type="button" class="hm-quiet all" @click="emit('take', roll.brushes)">Take all</button>
    </RollBand>
    <ul v-if="open" class="cloth">
      <li v-for="brush in roll.brushes" :key="brush.name" class="kept">
        <PocketPicture class="stroke" which="stroke" :document="brush.document" />
        <strong>{{ brush.name }}</strong>
        <span class="hm-small note">{{ brush.note }}</span>
        <button
          type="button"
          class="hm-quiet take"
          :aria-label="`Take ${brush.name}`"
          @click="emit('take', [brush])"
        >
          Take
        </button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.roll {
  background: var(--cloth);
  border-left: 10px dotted var(--pocket);
}
.all {
  text-decoration: underline;
}
.cloth {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(132px, 1fr));
  gap: 12px 10px;
  margin: 0;
  padding: 4px 18px 18px;
  list-style: none;
}
.kept {
  display: flex;
  flex-direction: column;
  gap: 4px;
}
.stroke {
  width: 100%;
  height: 240px;
  background: #fbfaf5;
}
strong {
  line-height: 1.2;
}
.note {
  flex: 1;
  line-height: 1.25;
}
.take {
  align-self: flex-start;
  padding-left: 0;
  text-decoration: underline;
}
</style>
