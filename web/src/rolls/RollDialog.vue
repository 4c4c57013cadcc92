<script setup lang="ts">
// Name, note and tint of a roll.
import { ElButton, ElDialog, ElInput } from "element-plus"
import { ref, watch } from "vue"
import type { StoredRoll } from "@/device/store"
import { TINTS, tintName, type Tint } from "@/documents/tints"
import { clothOf } from "./cloth"

type Told = Pick<StoredRoll, "name" | "note" | "tint">
const props = defineProps<{ roll?: Told | undefined }>()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ take: [told: Told] }>()
const name = ref("")
const note = ref("")
const tint = ref<Tint>("")

watch(open, (now) => {
  if (now && props.roll)
    [name.value, note.value, tint.value] = [props.roll.name, props.roll.note, props.roll.tint]
})

function take(): void {
  if (!name.value.trim()) return
  emit("take", { name: name.value.trim(), note: note.value.trim(), tint: tint.value })
  open.value = false
}
</script>

<template>
  <ElDialog v-model="open" title="The roll" width="min(520px, 92vw)" align-center>
    <form class="form" @submit.prevent="take">
      <label>Name <ElInput v-model="name" name="roll-name" maxlength="80" /></label>
      <label>
        Note
        <ElInput v-model="note" name="roll-note" type="textarea" :rows="2" maxlength="2000" />
      </label>
      <fieldset>
        <legend>Dyed with</legend>
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
      <div class="acts">
        <ElButton @click="open = false">Leave it</ElButton>
        <ElButton type="primary" native-type="submit" :disabled="!name.trim()">Take it</ElButton>
      </div>
    </form>
  </ElDialog>
</template>

<style scoped>
.form {
  display: grid;
  gap: 16px;
}
label {
  display: grid;
  gap: 6px;
}
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
.acts {
  display: flex;
  justify-content: flex-end;
}
</style>
