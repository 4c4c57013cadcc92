<script setup lang="ts">
// What to look at beside the brush: a checkpoint of it, another brush, or a picture that one wants to come near to.
import { t } from "@/words"
import type { StoredCheckpoint } from "@/device/tables/checkpoints"
import { ImageUp } from "@lucide/vue"
import { ElOption, ElSelect } from "element-plus"
import { useFileChoice } from "@/device/useFileChoice"
import { computed } from "vue"
import CheckpointCards from "../checkpoints/CheckpointCards.vue"
import { useBench } from "../useBench"
import { calledOf, momentOf } from "../checkpoints/useCheckpoints"
import { useOtherBrushes } from "../useOtherBrushes"

const bench = useBench()
const { choose } = bench.beside
const { others } = useOtherBrushes(bench.store, bench.id)
/** The latest first. */
const cards = computed(() => bench.checkpoints.list.value.toReversed().map((one) => ({ one })))

const files = useFileChoice({ accept: "image/*", multiple: false, reset: true })
files.onChange((given) => {
  const [file] = given ?? []
  if (file) choose({ kind: "picture", name: file.name, picture: URL.createObjectURL(file) })
})

function checkpoint(one: StoredCheckpoint): void {
  choose({ kind: "checkpoint", id: one.id, name: `${calledOf(one)}, ${momentOf(one)}` })
}

function brush(id: string): void {
  const one = others.value.find((other) => other.id === id)
  if (one) choose({ kind: "brush", id, name: one.name })
}
</script>

<template>
  <div class="choose">
    <div class="own">
      <p>{{ t("bench.look-at-this-brush-beside-another") }}</p>
      <ElSelect
        filterable
        :placeholder="t('bench.another-brush')"
        :aria-label="t('bench.another-brush')"
        class="brushes"
        @change="brush"
      >
        <ElOption v-for="one in others" :key="one.id" :value="one.id" :label="one.name" />
      </ElSelect>
      <button type="button" class="hm-quiet picture" @click="files.open()">
        <ImageUp :size="20" /> {{ t("bench.a-picture-to-come-near-to") }}
      </button>
    </div>
    <CheckpointCards :cards="cards" @pick="checkpoint" />
  </div>
</template>

<style scoped>
.choose {
  display: flex;
  gap: 28px;
  height: 100%;
}
.own {
  flex: 0 0 340px;
  display: flex;
  flex-direction: column;
  align-items: flex-start;
  gap: 12px;
}
.brushes {
  width: 100%;
}
.brushes :deep(.el-select__wrapper) {
  min-height: 48px;
}
.picture {
  padding-left: 0;
  text-decoration: underline;
}
@media (max-width: 62.5rem) {
  .choose {
    flex-direction: column;
    gap: 12px;
  }
  .own {
    flex: none;
    width: 100%;
  }
}
</style>
