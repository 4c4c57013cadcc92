<script setup lang="ts">
// Ink swatches for a thumb, with one's own among them, and any other colour through the picker.
import { t } from "@/words"
import { BookmarkMinus, BookmarkPlus } from "@lucide/vue"
import { ElColorPicker } from "element-plus"
import { computed } from "vue"
import { INKS, inkName } from "@/documents/inks"
import InkFromPicture from "./InkFromPicture.vue"
import { useOwnInks } from "./useOwnInks"

defineProps<{ down?: boolean }>()
const value = defineModel<string>({ required: true })
const emit = defineEmits<{ done: [] }>()

const SHIPPED = INKS.map(([hex]) => hex)

const own = useOwnInks()
const swatches = computed(() => [...SHIPPED, ...own.inks.value.filter((ink) => !SHIPPED.includes(ink))])
const kept = computed(() => own.inks.value.includes(value.value))

function choose(ink: string | null): void {
  if (!ink) return
  value.value = ink.toLowerCase()
  emit("done")
}
</script>

<template>
  <div class="inks" :class="{ down }" role="group" :aria-label="t('parts.ink')">
    <button
      v-for="ink in swatches"
      :key="ink"
      type="button"
      :aria-label="t('parts.ink-2', { ink: inkName(ink) })"
      :title="inkName(ink)"
      :aria-pressed="ink === value"
      @click="choose(ink)"
    >
      <span :style="{ background: ink }" />
    </button>
    <ElColorPicker
      :model-value="value"
      :aria-label="t('parts.any-ink-now', { inkName: inkName(value) })"
      @active-change="choose"
      @change="choose"
    />
    <InkFromPicture @take="choose" />
    <button
      v-if="kept || !SHIPPED.includes(value)"
      type="button"
      class="keep"
      :aria-label="kept ? t('parts.let-this-swatch-go') : t('parts.keep-this-ink-as-a-swatch')"
      :title="kept ? t('parts.let-this-swatch-go') : t('parts.keep-this-ink-as-a-swatch')"
      @click="kept ? own.letGo(value) : own.keep(value)"
    >
      <component :is="kept ? BookmarkMinus : BookmarkPlus" :size="22" />
    </button>
  </div>
</template>

<style scoped>
.inks {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
}
.inks.down {
  flex-direction: column;
}
/* Five swatches, any colour, a picture and keeping stand in one row of a tray. */
button {
  width: 44px;
  height: 44px;
  padding: 9px;
  border: 0;
  background: none;
  cursor: pointer;
}
button.keep {
  color: inherit;
}
button span {
  display: block;
  width: 26px;
  height: 26px;
  border-radius: 50% 50% 50% 8%;
}
.inks :deep(.el-color-picker),
.inks :deep(.el-color-picker__trigger) {
  flex: none;
  width: 44px;
  height: 44px;
}
button[aria-pressed="true"] span {
  outline: 2px solid var(--active);
  outline-offset: 3px;
}
</style>
