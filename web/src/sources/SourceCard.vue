<script setup lang="ts">
// One source on its paper, with what can be done with it.
import { t } from "@/words"
import { MoreHorizontal } from "@lucide/vue"
import { ElPopover } from "element-plus"
import { computed, ref } from "vue"
import { saveFile } from "@/api/files"
import { untilCarried } from "@/device/useDevice"
import { notice } from "@/parts/notice"
import SourcePrint from "@/pictures/SourcePrint.vue"
import type { Source } from "@/pictures/useSources"

const props = defineProps<{ source: Source }>()
const emit = defineEmits<{ open: []; duplicate: []; name: []; remove: []; brush: [] }>()
const menu = ref(false)

const users = computed(() => props.source.users)
const used = computed(() =>
  users.value.length === 1 ? t("sources.one-brush") : t("sources.brushes", { count: users.value.length }),
)

/** Have the server write it as a file. */
async function save(form: "svg" | "png"): Promise<void> {
  menu.value = false
  try {
    await untilCarried()
    await saveFile(`/api/sources/${props.source.id}/file.${form}`)
  } catch (error) {
    notice((error as Error).message)
  }
}

type Act = "duplicate" | "name" | "remove" | "brush"
function act(which: Act): void {
  menu.value = false
  emit(which as "open")
}
</script>

<template>
  <article class="card">
    <button
      type="button"
      class="print"
      :aria-label="t('sources.open', { name: source.name })"
      @click="emit('open')"
    >
      <SourcePrint :picture="source.picture" :makes="source.makes" class="paper" />
    </button>
    <div class="foot">
      <button type="button" class="words" @click="emit('open')">
        <span class="name">{{ source.name }}</span>
        <span class="hm-small">{{ users.length > 0 ? used : t(`sources.${source.makes}`) }}</span>
      </button>
      <ElPopover v-model:visible="menu" trigger="click" placement="bottom-end" :width="240">
        <template #reference>
          <button
            type="button"
            class="hm-quiet more"
            :aria-label="t('sources.more-for', { name: source.name })"
          >
            <MoreHorizontal :size="20" />
          </button>
        </template>
        <div class="menu">
          <p v-if="source.note" class="hm-small note">{{ source.note }}</p>
          <button type="button" class="hm-quiet" @click="act('brush')">
            {{ t("sources.new-brush-from-here") }}
          </button>
          <button type="button" class="hm-quiet" @click="act('duplicate')">
            {{ source.shipped ? t("sources.take-a-copy-to-change") : t("sources.duplicate") }}
          </button>
          <button v-if="!source.shipped" type="button" class="hm-quiet" @click="act('name')">
            {{ t("sources.name-and-note") }}
          </button>
          <button v-if="source.makes === 'shape'" type="button" class="hm-quiet" @click="save('svg')">
            {{ t("sources.save-as-svg") }}
          </button>
          <button type="button" class="hm-quiet" @click="save('png')">{{ t("sources.save-as-png") }}</button>
          <button v-if="!source.shipped" type="button" class="hm-quiet" @click="act('remove')">
            {{ t("sources.delete") }}
          </button>
          <div v-if="users.length > 0" class="users">
            <p class="hm-small">
              {{ t("sources.used-by", { used })
              }}<template v-if="!source.shipped">{{ t("sources.which-keep-their-copy-if-it") }}</template
              >:
            </p>
            <RouterLink v-for="user in users" :key="user.id" :to="`/bench/${user.id}`" class="user">
              {{ user.name }}
            </RouterLink>
          </div>
        </div>
      </ElPopover>
    </div>
  </article>
</template>

<style scoped>
.card {
  min-width: 0;
}
.print {
  display: block;
  width: 100%;
  padding: 0;
  border: 0;
  background: none;
  cursor: pointer;
}
.paper {
  aspect-ratio: 1;
}
.foot {
  display: flex;
  align-items: flex-start;
  justify-content: space-between;
}
.words {
  display: flex;
  flex-direction: column;
  flex: 1;
  min-width: 0;
  min-height: 44px;
  padding: 4px 0;
  border: 0;
  background: none;
  text-align: left;
  line-height: 1.25;
  cursor: pointer;
}
.name {
  overflow-wrap: anywhere;
}
.more {
  flex: none;
}
.menu {
  display: grid;
}
.menu .hm-quiet {
  justify-content: flex-start;
}
.note,
.users {
  padding: 4px 10px;
}
.user {
  display: flex;
  align-items: center;
  min-height: 44px;
  color: var(--active);
}
</style>
