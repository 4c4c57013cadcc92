<script setup lang="ts">
// A roll as it ships: its brushes are taken out of it, and it stays as it is.
import { t } from "@/words"
import PocketPicture from "@/pictures/PocketPicture.vue"
import RollFrame from "./RollFrame.vue"
import type { Offered } from "@/choosers/takeBrushes"
import type { ShippedRoll } from "./useShipped"

defineProps<{ roll: ShippedRoll }>()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ take: [brushes: Offered[]] }>()
</script>

<template>
  <RollFrame
    v-model="open"
    class="shipped"
    tint=""
    binding="dotted"
    :name="roll.name"
    note="Touch a brush to draw with it. Take what you want to change and keep."
    :brushes="roll.brushes"
  >
    <template #own>
      <button type="button" class="hm-quiet take" @click="emit('take', roll.brushes)">
        {{ t("rolls.take-all") }}
      </button>
    </template>
    <article v-for="brush in roll.brushes" :key="brush.name" class="kept">
      <RouterLink
        :to="{ name: 'shipped', params: { roll: roll.name }, query: { brush: brush.name } }"
        :aria-label="t('rolls.draw-with', { name: brush.name })"
      >
        <PocketPicture class="stroke" which="stroke" :document="brush.document" />
      </RouterLink>
      <strong>{{ brush.name }}</strong>
      <span class="hm-small note">{{ brush.note }}</span>
      <button
        type="button"
        class="hm-quiet take"
        :aria-label="t('rolls.take', { name: brush.name })"
        @click="emit('take', [brush])"
      >
        {{ t("rolls.take-2") }}
      </button>
    </article>
  </RollFrame>
</template>

<style scoped>
.kept {
  display: flex;
  flex-direction: column;
  gap: 4px;
}
.stroke {
  width: 100%;
  height: 240px;
  background: var(--sheet);
}
strong {
  line-height: 1.2;
}
.note {
  flex: 1;
  line-height: 1.25;
}
.take {
  text-decoration: underline;
}
.kept .take {
  align-self: flex-start;
  padding-left: 0;
}
</style>
