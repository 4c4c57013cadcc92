<script setup lang="ts">
// Name, note and tint of a roll.
import { t } from "@/words"
import type { StoredRoll } from "@/device/tables/rolls"
import { ref, watch } from "vue"
import { TINTS, tintName, type Tint } from "@/documents/tints"
import NameDialog from "@/parts/NameDialog.vue"
import { clothOf } from "@/pictures/cloth"

type Fields = Pick<StoredRoll, "name" | "note" | "tint">
const props = defineProps<{ roll?: Fields | undefined }>()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ take: [row: Fields] }>()
const tint = ref<Tint>("")

watch(open, (now) => now && (tint.value = props.roll?.tint ?? ""))
</script>

<template>
  <NameDialog
    v-model="open"
    :title="t('rolls.the-roll')"
    :name="roll?.name ?? ''"
    :note="roll?.note ?? ''"
    @take="(name, note) => emit('take', { name, note, tint })"
  >
    <fieldset>
      <legend>{{ t("rolls.dyed-with") }}</legend>
      <button
        v-for="one in TINTS"
        :key="one"
        type="button"
        class="tint"
        :class="{ on: tint === one }"
        :style="clothOf(one)"
        :aria-pressed="tint === one"
        @click="tint = one"
      >
        {{ tintName(one) }}
      </button>
    </fieldset>
  </NameDialog>
</template>

<style scoped>
fieldset {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 8px;
  margin: 0;
  padding: 0;
  border: 0;
}
legend {
  margin-bottom: 6px;
}
.tint {
  height: 52px;
  border: 0;
  border-left: 10px solid var(--pocket);
  border-bottom: 3px solid transparent;
  background: var(--cloth);
  cursor: pointer;
}
.tint.on {
  border-bottom-color: var(--active);
  font-weight: 700;
}
</style>
