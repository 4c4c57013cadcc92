<script setup lang="ts">
// The brush's kept states as small inked strokes in order of time, with what changed since in words.
import { t } from "@/words"
import type { StoredCheckpoint } from "@/device/tables/checkpoints"
import { ElInput } from "element-plus"
import { computed, nextTick, ref, useTemplateRef, watch } from "vue"
import { useRouter } from "vue-router"
import { differences, inWords } from "@/documents/differences"
import CheckpointCards from "./CheckpointCards.vue"
import { useBench } from "../useBench"
import { calledOf, momentOf } from "./useCheckpoints"

const bench = useBench()
const router = useRouter()
const { list, picked, chosen, since, changedSinceOpened, ...acts } = bench.checkpoints
const label = ref("")
const strip = useTemplateRef("strip")

/** Each with what sets it apart from the one before it. */
const cards = computed(() =>
  list.value.map((one, i) => {
    const before = list.value[i - 1]
    const found = before ? differences(before.document, one.document) : []
    return { one, words: before ? inWords(found, 2) || t("bench.nothing-changed") : "" }
  }),
)
const sinceWords = computed(() => inWords(since.value, 4))

async function keep(): Promise<void> {
  await acts.keep(label.value.trim())
  label.value = ""
}

async function branch(checkpoint: StoredCheckpoint): Promise<void> {
  const id = await acts.branch(checkpoint)
  if (id) await router.push({ name: "bench", params: { brush: id } })
}

// The latest is the one that is looked for.
watch(
  () => list.value.length,
  async () => {
    await nextTick()
    const element = strip.value?.$el as HTMLElement | undefined
    element?.scrollTo({ left: element.scrollWidth })
  },
  { immediate: true, flush: "post" },
)
</script>

<template>
  <div class="checkpoints">
    <div class="own">
      <form class="new" @submit.prevent="keep">
        <ElInput
          v-model="label"
          maxlength="80"
          :aria-label="t('bench.label-of-the-checkpoint')"
          :placeholder="t('bench.a-label-if-you-like')"
        />
        <button type="submit" class="hm-quiet hm-on">{{ t("bench.keep-a-checkpoint") }}</button>
      </form>
      <button type="button" class="hm-quiet opened" :disabled="!changedSinceOpened" @click="acts.asOpened()">
        {{ t("bench.as-it-was-when-i-opened") }}
      </button>
      <template v-if="chosen">
        <h2>{{ calledOf(chosen) }}, {{ momentOf(chosen) }}</h2>
        <p>{{ sinceWords ? t("bench.since-then", { sinceWords }) : t("bench.the-brush-is-as-it-was") }}</p>
        <div class="acts">
          <button type="button" class="hm-quiet" :disabled="since.length === 0" @click="acts.goBack(chosen)">
            {{ t("bench.return-to-it") }}
          </button>
          <button type="button" class="hm-quiet" @click="branch(chosen)">
            {{ t("bench.new-brush-from-it") }}
          </button>
          <button v-if="chosen.why !== 'first'" type="button" class="hm-quiet" @click="acts.remove(chosen)">
            {{ t("bench.delete") }}
          </button>
        </div>
      </template>
    </div>
    <CheckpointCards ref="strip" :cards="cards" :picked="chosen?.id" @pick="picked = $event.id" />
  </div>
</template>

<style scoped>
.checkpoints {
  display: flex;
  gap: 28px;
  height: 100%;
}
.own {
  flex: 0 0 380px;
  display: flex;
  flex-direction: column;
  gap: 8px;
  overflow-y: auto;
}
.new {
  display: flex;
  gap: 8px;
}
.new .hm-quiet {
  flex: none;
}
.new :deep(.el-input__wrapper) {
  height: 44px;
}
.opened {
  align-self: flex-start;
  padding-left: 0;
  text-decoration: underline;
}
h2 {
  margin-top: 4px;
  font-size: 1.125rem;
}
.acts {
  display: flex;
  flex-wrap: wrap;
}
.acts .hm-quiet {
  padding-left: 0;
  margin-right: 12px;
  text-decoration: underline;
}
@media (max-width: 62.5rem) {
  .checkpoints {
    flex-direction: column;
    gap: 12px;
  }
  .own {
    flex: none;
  }
}
</style>
