<script setup lang="ts">
// Papers to try the brush on: the room's own, tinted ones, and any other colour.
import { t } from "@/words"
import { ElColorPicker } from "element-plus"
import { computed } from "vue"
import { inkName } from "@/documents/inks"
import { useBench } from "../useBench"

/** Papers of Skerrow, by name. */
const PAPERS: [hex: string, name: string][] = [
  ["#efe6d2", t("bench.paper-rag")],
  ["#d9c7a0", t("bench.paper-sand")],
  ["#c3b48a", t("bench.paper-kelp-wrap")],
  ["#d3dee0", t("bench.paper-sea-mist")],
  ["#37464c", t("bench.paper-slate")],
]

const bench = useBench()
const ground = computed(() => bench.state.value?.document.ground ?? null)

function choose(colour: string | null): void {
  bench.changeMany({ ground: colour?.toLowerCase() ?? null }, "ground")
  bench.closeStep()
}
</script>

<template>
  <div class="papers" role="group" :aria-label="t('bench.paper')">
    <button
      type="button"
      :aria-label="t('bench.the-rooms-own-paper')"
      :aria-pressed="ground === null"
      @click="choose(null)"
    >
      <span class="own" />
    </button>
    <button
      v-for="[paper, name] in PAPERS"
      :key="paper"
      type="button"
      :aria-label="t('bench.paper-2', { name })"
      :title="name"
      :aria-pressed="ground === paper"
      @click="choose(paper)"
    >
      <span :style="{ background: paper }" />
    </button>
    <ElColorPicker
      :model-value="ground ?? undefined"
      :aria-label="t('bench.any-paper-now', { own: ground ? inkName(ground) : t('bench.the-rooms-own') })"
      @change="choose"
    />
  </div>
</template>

<style scoped>
.papers {
  display: flex;
  align-items: center;
}
button {
  width: 44px;
  height: 44px;
  padding: 6px;
  border: 0;
  background: none;
  cursor: pointer;
}
span {
  display: block;
  height: 32px;
  border: 1px solid var(--rule);
  border-radius: 2px;
}
.own {
  background: var(--paper);
}
button[aria-pressed="true"] span {
  outline: 2px solid var(--active);
  outline-offset: 2px;
}
.papers :deep(.el-color-picker),
.papers :deep(.el-color-picker__trigger) {
  flex: none;
  width: 44px;
  height: 44px;
}
</style>
