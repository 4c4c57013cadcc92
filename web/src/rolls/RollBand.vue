<script setup lang="ts">
// The upper edge of a roll: its name; folded, the prints of its tips as well.
import { t } from "@/words"
import { ChevronDown, ChevronUp } from "@lucide/vue"
import { useElementVisibility } from "@vueuse/core"
import { useTemplateRef } from "vue"
import type { BrushDocument } from "@/documents/brush"
import PocketPicture from "@/pictures/PocketPicture.vue"

defineProps<{ name: string; note: string; brushes: { name: string; document: BrushDocument }[] }>()
const open = defineModel<boolean>({ required: true })
const tips = useTemplateRef<HTMLElement>("tips")
/** Inked once they are near what is seen. */
const near = useElementVisibility(tips, { rootMargin: "200px" })
/** So many tips show on a folded roll. */
const TIPS = 12
</script>

<template>
  <header>
    <button type="button" class="hm-quiet fold" :aria-expanded="open" @click="open = !open">
      <component :is="open ? ChevronUp : ChevronDown" :size="20" />
      <h2>{{ name }}</h2>
    </button>
    <span class="space" />
    <span v-if="!open" ref="tips" class="tips" aria-hidden="true" @click="open = true">
      <PocketPicture
        v-for="(brush, i) in near ? brushes.slice(0, TIPS) : []"
        :key="i"
        class="tip"
        which="print"
        :document="brush.document"
      />
    </span>
    <slot v-else />
    <span class="hm-small count"
      >{{ brushes.length }} {{ brushes.length === 1 ? t("rolls.brush") : t("rolls.brushes") }}</span
    >
  </header>
  <p v-if="open && note" class="note">{{ note }}</p>
</template>

<style scoped>
header {
  display: flex;
  align-items: center;
  gap: 4px;
  min-height: 60px;
  padding: 0 18px 0 8px;
}
.fold {
  flex-shrink: 0;
  max-width: 60%;
}
h2 {
  font-size: 1.25rem;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.note {
  margin: -8px 18px 10px;
  max-width: 70ch;
}
.space {
  flex: 1;
}
.tips {
  display: flex;
  justify-content: flex-end;
  flex: 0 1 auto;
  min-width: 40px;
  height: 34px;
  padding-left: 5px;
  flex-wrap: wrap;
  overflow: hidden;
  cursor: pointer;
}
.tip {
  width: 34px;
  height: 34px;
  margin-left: -5px;
  border-radius: 50%;
}
.count {
  margin-left: 8px;
  white-space: nowrap;
}
</style>
