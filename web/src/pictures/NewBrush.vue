<script setup lang="ts">
// New brush from here: one brush from a source, and three variations, inked, to keep or drop.
import type { BrushDocument } from "@/documents/brush"
import { ElButton, ElDialog, ElInput, ElOption, ElSelect } from "element-plus"
import { ref, shallowRef, watch } from "vue"
import { useRouter } from "vue-router"
import { makeBrush } from "@/acts/keepBrush"
import { api, reach, type Proposal, type Source } from "@/api/client"
import { presentStore } from "@/device/useDevice"
import { useRollList } from "@/device/useRollList"
import ChoiceBar from "@/parts/ChoiceBar.vue"
import type { Makes } from "@/documents/recipe"

const props = defineProps<{ source: Pick<Source, "id" | "name" | "makes"> }>()
const open = defineModel<boolean>({ required: true })
const router = useRouter()
const proposals = shallowRef<Proposal[]>([])
const kept = ref<boolean[]>([])
const store = presentStore.value!
const rolls = useRollList(store)
const roll = ref("")
const name = ref("")
const as = ref<Makes>("shape")
const AS = [
  { value: "shape", label: "taken as a shape" },
  { value: "grain", label: "taken as a grain" },
] as const
const busy = ref(false)
const problem = ref("")

watch(
  open,
  (now) => {
    if (!now) return
    name.value = props.source.name
    as.value = props.source.makes
  },
  { immediate: true },
)

watch(
  [open, as],
  async ([now]) => {
    if (!now) return
    proposals.value = []
    const call = { params: { path: { source_id: props.source.id } }, body: { makes: as.value } }
    const { data, message } = await reach(api.POST("/api/sources/{source_id}/proposals", call))
    problem.value = message
    proposals.value = data ?? []
    kept.value = proposals.value.map((_, i) => i === 0)
    roll.value ||= rolls.value[0]?.id ?? ""
  },
  { immediate: true },
)

async function keep(): Promise<void> {
  busy.value = true
  let first = ""
  for (const [i, { label, document }] of proposals.value.entries()) {
    if (!kept.value[i]) continue
    const called = i === 0 ? name.value : `${name.value}, ${label}`
    const brush = { roll: roll.value, name: called, document: document as unknown as BrushDocument }
    const id = await makeBrush(store, brush)
    first ||= id
  }
  busy.value = false
  open.value = false
  if (first) await router.push(`/bench/${first}`)
}
</script>

<template>
  <ElDialog v-model="open" title="New brush from here" width="min(820px, 94vw)" align-center>
    <ChoiceBar v-model="as" label="Taken as" :options="[...AS]" class="as" />
    <p v-if="problem" role="alert">{{ problem }}</p>
    <p v-else-if="proposals.length === 0">Inking a brush and three variations.</p>
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
        <img :src="`data:image/png;base64,${one.picture}`" alt="" />
        <span class="label">{{ one.label }}</span>
        <span class="hm-small">{{ kept[i] ? "kept" : "dropped" }}</span>
      </button>
    </div>
    <form class="where" @submit.prevent="keep">
      <label>Name <ElInput v-model="name" maxlength="80" name="brush-name" /></label>
      <label>
        Roll
        <ElSelect v-model="roll" aria-label="Roll">
          <ElOption v-for="one in rolls" :key="one.id" :value="one.id" :label="one.name" />
        </ElSelect>
      </label>
      <ElButton
        type="primary"
        native-type="submit"
        :disabled="busy || !name.trim() || !roll || !kept.includes(true)"
      >
        Keep {{ kept.filter(Boolean).length }} and open the bench
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
.proposal img {
  width: 100%;
  height: 300px;
  object-fit: cover;
  background: var(--paper);
}
.proposal.on {
  border-bottom-color: var(--active);
}
.proposal:not(.on) img {
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
label {
  display: grid;
  gap: 4px;
}
</style>
