<script setup lang="ts">
// New brush from here: one brush from a source, and three variations, inked, to keep or drop.
import { t } from "@/words"
import type { StoredSource } from "@/device/tables/sources"
import { ElButton, ElDialog, ElInput, ElOption, ElSelect } from "element-plus"
import { computed, ref, watch } from "vue"
import { useRouter } from "vue-router"
import { makeBrush } from "@/acts/keepBrush"
import { presentStore } from "@/device/useDevice"
import { useRollList } from "@/device/useRollList"
import type { Makes } from "@/documents/recipe"
import ChoiceBar from "@/parts/ChoiceBar.vue"
import PocketPicture from "@/pictures/PocketPicture.vue"
import { proposalsOf } from "./proposals"
import { useSources } from "@/pictures/useSources"

const props = defineProps<{ source: StoredSource }>()
const open = defineModel<boolean>({ required: true })
const router = useRouter()
const { sources } = useSources()
const kept = ref<boolean[]>([])
const store = presentStore.value!
const rolls = useRollList(store)
const roll = ref("")
const name = ref("")
const as = ref<Makes>("shape")
const AS = [
  { value: "shape", label: t("choosers.taken-as-a-shape") },
  { value: "grain", label: t("choosers.taken-as-a-grain") },
] as const
const busy = ref(false)

watch(
  open,
  (now) => {
    if (!now) return
    name.value = props.source.name
    as.value = props.source.makes
    roll.value ||= rolls.value[0]?.id ?? ""
  },
  { immediate: true },
)
watch(rolls, (now) => (roll.value ||= now[0]?.id ?? ""))
watch(as, () => (kept.value = [true, false, false, false]), { immediate: true })

/** The brushes that the core proposes, with this source in them. */
const proposals = computed(() => proposalsOf(props.source, as.value, sources.value))

async function keep(): Promise<void> {
  busy.value = true
  let first = ""
  for (const [i, { label, document }] of proposals.value.entries()) {
    if (!kept.value[i]) continue
    const called = i === 0 ? name.value : `${name.value}, ${label}`
    const brush = { roll: roll.value, name: called, document }
    const id = await makeBrush(store, brush)
    first ||= id
  }
  busy.value = false
  open.value = false
  if (first) await router.push(`/bench/${first}`)
}
</script>

<template>
  <ElDialog v-model="open" :title="t('choosers.new-brush-from-here')" width="min(820px, 94vw)" align-center>
    <ChoiceBar v-model="as" :label="t('choosers.taken-as')" :options="[...AS]" class="as" />
    <div class="proposals">
      <button
        v-for="(one, i) in proposals"
        :key="one.label"
        type="button"
        class="proposal"
        :class="{ on: kept[i] }"
        :aria-pressed="kept[i]"
        @click="kept[i] = !kept[i]"
      >
        <PocketPicture class="inked" which="stroke" :document="one.document" />
        <span class="label">{{ one.label }}</span>
        <span class="hm-small">{{ kept[i] ? t("choosers.kept") : t("choosers.dropped") }}</span>
      </button>
    </div>
    <form class="where" @submit.prevent="keep">
      <label>{{ t("choosers.name") }} <ElInput v-model="name" maxlength="80" name="brush-name" /></label>
      <label>
        {{ t("choosers.roll") }}
        <ElSelect v-model="roll" :aria-label="t('choosers.roll')">
          <ElOption v-for="one in rolls" :key="one.id" :value="one.id" :label="one.name" />
        </ElSelect>
      </label>
      <ElButton
        type="primary"
        native-type="submit"
        :disabled="busy || !name.trim() || !roll || !kept.includes(true)"
      >
        {{ t("choosers.keep-and-open-the-bench", { count: kept.filter(Boolean).length }) }}
      </ElButton>
    </form>
  </ElDialog>
</template>

<style scoped>
.as {
  margin-bottom: 12px;
  max-width: 400px;
}
.proposals {
  min-height: 320px;
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  gap: 16px;
}
.proposal {
  display: grid;
  padding: 0 0 6px;
  border: 0;
  border-bottom: 3px solid transparent;
  background: none;
  cursor: pointer;
  text-align: left;
}
.proposal .inked {
  width: 100%;
  height: 300px;
  background: var(--paper);
}
.proposal.on {
  border-bottom-color: var(--active);
}
.proposal:not(.on) .inked {
  opacity: 0.55;
}
.label {
  font-weight: 700;
  margin-top: 6px;
}
.where {
  display: grid;
  grid-template-columns: 1fr 1fr auto;
  align-items: end;
  gap: 16px;
  margin-top: 16px;
}
.where :deep(.el-select__wrapper) {
  min-height: 48px;
}
label {
  display: grid;
  gap: 4px;
}
</style>
