<script setup lang="ts">
// Pick a generator; its settings stay open on the prep table.
import { t } from "@/words"
import { ElDialog } from "element-plus"
import { computed } from "vue"
import { useEngine } from "@/engine/page/useEngine"
import BitmapPrint from "@/parts/BitmapPrint.vue"
import type { Kind, Makes, Start } from "@/documents/recipe"

const props = defineProps<{ kinds: Kind[] }>()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ pick: [kind: Kind] }>()
const groups = computed(() => [
  { label: t("choosers.grains"), kinds: props.kinds.filter((one) => one.makes === "grain") },
  { label: t("choosers.shapes"), kinds: props.kinds.filter((one) => one.makes === "shape") },
])

const engine = useEngine()

async function print(kind: Kind, px: number) {
  await engine.ready
  return engine.api.sketch(px, kind.makes as Makes, { ...kind.begins } as Start)
}

function pick(kind: Kind): void {
  emit("pick", kind)
  open.value = false
}
</script>

<template>
  <ElDialog v-model="open" :title="t('choosers.generate')" width="min(980px, 94vw)" align-center>
    <section v-for="group in groups" :key="group.label">
      <h3>{{ group.label }}</h3>
      <div class="kinds">
        <button v-for="kind in group.kinds" :key="kind.name" type="button" class="kind" @click="pick(kind)">
          <BitmapPrint :side="72" :make="(px) => print(kind, px)" />
          <span class="words">
            <span class="name">{{ kind.label }}</span>
            <span class="hm-small">{{ kind.help }}</span>
          </span>
        </button>
      </div>
    </section>
  </ElDialog>
</template>

<style scoped>
h3 {
  margin: 8px 0;
  font-size: 1rem;
}
.kinds {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(290px, 1fr));
  gap: 0 20px;
}
.kind {
  display: flex;
  align-items: center;
  gap: 12px;
  min-height: 56px;
  padding: 6px 0;
  border: 0;
  border-top: 1px solid var(--rule);
  background: none;
  text-align: left;
  cursor: pointer;
}
.name {
  display: block;
  font-weight: 700;
}
</style>
