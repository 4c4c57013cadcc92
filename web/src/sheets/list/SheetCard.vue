<script setup lang="ts">
// A sheet on the pile: its picture, its name, its size.
import { t } from "@/words"
import type { StoredSheet } from "@/device/tables/sheets"
import { Ellipsis } from "@lucide/vue"
import { ElPopover } from "element-plus"
import { useObjectUrl } from "@vueuse/core"
import { computed, ref } from "vue"
import { openDevice } from "@/device/useDevice"
import { useLive } from "@/device/useLive"
import { useSession } from "@/device/useSession"
import { sizeTold } from "@/documents/sheetWords"

const props = defineProps<{ sheet: StoredSheet }>()
const emit = defineEmits<{ open: []; duplicate: []; name: []; pack: []; remove: [] }>()
const { store } = openDevice(useSession().account!)
const view = useLive(
  async () => (await store.views.get(props.sheet.id))?.picture,
  undefined as Blob | undefined,
)
const address = useObjectUrl(view)
const asked = ref(false)
/** Height of the room for the paper, CSS px. */
const HIGH = 240
const shape = computed(() => {
  const { width, height, tint } = props.sheet.document
  return {
    aspectRatio: `${width} / ${height}`,
    background: tint,
    width: `min(100%, ${(HIGH * width) / height}px)`,
  }
})

function act(name: "duplicate" | "name" | "pack" | "remove"): void {
  asked.value = false
  if (name === "duplicate") emit("duplicate")
  else if (name === "pack") emit("pack")
  else if (name === "name") emit("name")
  else emit("remove")
}
</script>

<template>
  <article class="card">
    <button
      type="button"
      class="lay"
      :aria-label="t('sheets.open', { name: sheet.name })"
      @click="emit('open')"
    >
      <span class="paper" :style="shape"><img v-if="address" :src="address" alt="" /></span>
    </button>
    <div class="foot">
      <button type="button" class="hm-quiet words" @click="emit('open')">
        <span class="name">{{ sheet.name }}</span>
        <span v-if="sheet.gone" class="hm-small worry">{{
          t("sheets.deleted-elsewhere-open-it-to-put")
        }}</span>
        <span v-else-if="sheet.theirs" class="hm-small worry">{{
          t("sheets.in-two-states-open-it-to")
        }}</span>
        <span v-else class="hm-small">{{
          t("sheets.dpi", { document: sizeTold(sheet.document), dpi: sheet.document.dpi })
        }}</span>
      </button>
      <ElPopover v-model:visible="asked" trigger="click" placement="top" :width="220">
        <template #reference>
          <button type="button" class="hm-quiet" :aria-label="t('sheets.more-for', { name: sheet.name })">
            <Ellipsis :size="20" />
          </button>
        </template>
        <p v-if="sheet.note" class="note">{{ sheet.note }}</p>
        <div class="acts">
          <button type="button" class="hm-quiet" @click="act('name')">{{ t("sheets.name-and-note") }}</button>
          <button type="button" class="hm-quiet" @click="act('duplicate')">
            {{ t("sheets.duplicate") }}
          </button>
          <button type="button" class="hm-quiet" @click="act('pack')">
            {{ t("sheets.write-a-pack-of-it") }}
          </button>
          <button type="button" class="hm-quiet" @click="act('remove')">{{ t("sheets.delete") }}</button>
        </div>
      </ElPopover>
    </div>
  </article>
</template>

<style scoped>
.lay {
  display: grid;
  place-items: center;
  width: 100%;
  height: 240px;
  padding: 0;
  border: 0;
  background: none;
  cursor: pointer;
}
.paper {
  display: block;
  box-shadow: 0 1px 3px var(--lift);
}
img {
  display: block;
  width: 100%;
  height: 100%;
}
.foot {
  display: flex;
  align-items: center;
  justify-content: space-between;
}
.words {
  flex-direction: column;
  align-items: flex-start;
  gap: 0;
  height: auto;
  min-height: 52px;
  min-width: 0;
  text-align: left;
}
.name {
  font-weight: 700;
  overflow-wrap: anywhere;
}
.worry {
  color: var(--ink);
  font-weight: 700;
}
.note {
  margin-bottom: 8px;
}
.acts {
  display: grid;
  justify-items: start;
}
</style>
