<script setup lang="ts">
// Pick a source for a brush or for a step; a picture can be added on the way.
import { t } from "@/words"
import type { StoredSource } from "@/device/tables/sources"
import { ImagePlus } from "@lucide/vue"
import { ElDialog, ElInput } from "element-plus"
import { computed, ref, useTemplateRef, watch } from "vue"
import { notice } from "@/parts/notice"
import type { Makes } from "@/documents/recipe"
import SourcePrint from "@/pictures/SourcePrint.vue"
import { takeIn } from "@/pictures/takeIn"
import { useSources, type Source } from "@/pictures/useSources"

const props = defineProps<{ makes: Makes; title: string }>()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ pick: [source: StoredSource] }>()
const { store, sources, opened, open: look } = useSources()
const words = ref("")
const file = useTemplateRef("file")

watch(open, (now) => {
  if (now) void look()
})

const shown = computed(() => {
  const wanted = words.value.trim().toLowerCase()
  const fits = (one: Source) => !wanted || `${one.name} ${one.note}`.toLowerCase().includes(wanted)
  const found = sources.value.filter(fits)
  // What it is meant for comes first; the other kind serves too.
  return [
    ...found.filter((one) => one.makes === props.makes),
    ...found.filter((one) => one.makes !== props.makes),
  ]
})

function pick(source: StoredSource): void {
  emit("pick", source)
  open.value = false
}

async function add(event: Event): Promise<void> {
  const given = (event.target as HTMLInputElement).files?.[0]
  if (!given) return
  try {
    const { source, notes } = await takeIn(store, given, given.name, props.makes)
    if (notes.length > 0) notice(notes.join(" "))
    if (source) pick(source)
  } catch (error) {
    notice((error as Error).message)
  }
}
</script>

<template>
  <ElDialog v-model="open" :title="title" width="min(920px, 94vw)" align-center>
    <div class="head">
      <ElInput
        v-model="words"
        :placeholder="t('choosers.search-by-name-or-note')"
        clearable
        :aria-label="t('choosers.search-sources')"
      />
      <button type="button" class="hm-quiet" @click="file?.click()">
        <ImagePlus :size="20" /> {{ t("choosers.add-a-picture") }}
      </button>
      <input ref="file" type="file" accept="image/*,.svg,.tif,.tiff" hidden @change="add" />
    </div>
    <div class="prints">
      <button v-for="one in shown" :key="one.id" type="button" class="print" @click="pick(one)">
        <SourcePrint :picture="one.picture" :makes="one.makes" :tile="64" class="paper" />
        <span class="name">{{ one.name }}</span>
      </button>
      <p v-if="opened && shown.length === 0">{{ t("choosers.nothing-by-that-name-add-a") }}</p>
    </div>
  </ElDialog>
</template>

<style scoped>
.head {
  display: flex;
  gap: 12px;
  margin-bottom: 12px;
}
.head .hm-quiet {
  flex: none;
}
.prints {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(112px, 1fr));
  gap: 12px;
  max-height: 60vh;
  overflow-y: auto;
}
.print {
  display: block;
  padding: 0;
  border: 0;
  background: none;
  text-align: left;
  cursor: pointer;
}
.paper {
  aspect-ratio: 1;
}
.name {
  display: block;
  padding: 4px 2px;
  line-height: 1.2;
}
</style>
