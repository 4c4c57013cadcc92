<script setup lang="ts">
// Name and note of a brush, a source or a recipe.
import { ElButton, ElDialog, ElInput } from "element-plus"
import { ref, watch } from "vue"

const props = withDefaults(defineProps<{ name: string; note: string; noted?: boolean; most?: number }>(), {
  noted: true,
  most: 80,
})
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ take: [name: string, note: string] }>()
const newName = ref("")
const newNote = ref("")

watch(open, (now) => {
  if (!now) return
  newName.value = props.name
  newNote.value = props.note
})

function take(): void {
  const clean = newName.value.trim()
  if (!clean) return
  emit("take", clean, newNote.value.trim())
  open.value = false
}
</script>

<template>
  <ElDialog v-model="open" :title="noted ? 'Name and note' : 'Name'" width="min(480px, 92vw)" align-center>
    <form class="form" @submit.prevent="take">
      <label>Name <ElInput v-model="newName" name="brush-name" :maxlength="most" /></label>
      <label v-if="noted">
        Note
        <ElInput
          v-model="newNote"
          name="brush-note"
          type="textarea"
          :rows="3"
          maxlength="2000"
          placeholder="What is it for?"
        />
      </label>
      <p v-if="!newName.trim()" class="hm-small">It needs a name.</p>
      <div class="acts">
        <ElButton @click="open = false">Leave it</ElButton>
        <ElButton type="primary" native-type="submit" :disabled="!newName.trim()">Take it</ElButton>
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
.acts {
  display: flex;
  justify-content: flex-end;
}
</style>
