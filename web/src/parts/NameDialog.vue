<script setup lang="ts">
// Name and note of a brush, a source, a recipe or a roll, and whatever else is told of it.
import { t } from "@/words"
import { ElInput } from "element-plus"
import { computed, ref, watch } from "vue"
import FormDialog from "./FormDialog.vue"

const props = withDefaults(
  defineProps<{ name: string; note: string; noted?: boolean; most?: number; title?: string }>(),
  {
    noted: true,
    most: 80,
    title: "",
  },
)
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ take: [name: string, note: string] }>()
const newName = ref("")
const newNote = ref("")

watch(open, (now) => {
  if (!now) return
  newName.value = props.name
  newNote.value = props.note
})

const unnamed = computed(() => !newName.value.trim())
const take = () => emit("take", newName.value.trim(), newNote.value.trim())
</script>

<template>
  <FormDialog
    v-model="open"
    :title="title || (noted ? t('parts.name-and-note') : t('parts.name'))"
    :disabled="unnamed"
    @take="take"
  >
    <label>{{ t("parts.name") }} <ElInput v-model="newName" name="brush-name" :maxlength="most" /></label>
    <label v-if="noted">
      {{ t("parts.note") }}
      <ElInput
        v-model="newNote"
        name="brush-note"
        type="textarea"
        :rows="3"
        maxlength="2000"
        :placeholder="t('parts.what-is-it-for')"
      />
    </label>
    <p v-if="unnamed" class="hm-small">{{ t("parts.it-needs-a-name") }}</p>
    <slot />
  </FormDialog>
</template>
