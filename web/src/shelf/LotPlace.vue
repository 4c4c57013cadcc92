<script setup lang="ts">
// A look into a lot: its brushes on one's own strokes, to be tried, and borrowed.
import { answered, t } from "@/words"
import { ElButton } from "element-plus"
import { computed, onMounted, ref } from "vue"
import { useRouter } from "vue-router"
import { presentStore } from "@/device/useDevice"
import { notice } from "@/parts/notice"
import TryBrushes from "@/choosers/TryBrushes.vue"
import CrumbHeader from "@/frame/CrumbHeader.vue"
import { markOf, useShelf } from "./useShelf"
import { useLot, type Shown } from "./useLot"

/** As the server names the roll in which they come. */
const BORROWED = "Borrowed"
const props = defineProps<{ lot: string }>()
const router = useRouter()
const store = presentStore.value!
const { lots, problem: away, opened, mine, open } = useShelf()
const found = computed(() => lots.value.find((one) => one.id === props.lot))
const { brushes, left, problem, busy, borrow } = useLot(store, found)
const tried = ref("")
const one = computed(() => brushes.value.find(({ id }) => id === tried.value) ?? brushes.value[0])
const isMine = computed(() => mine.value.has(props.lot))
const here = ({ outcome }: Shown) => outcome === "there" || outcome === "changed"
const lacking = computed(() => brushes.value.filter((brush) => !here(brush)))
const trouble = computed(
  () =>
    away.value || problem.value || (opened.value && !found.value ? t("shelf.this-roll-is-not-on-the") : ""),
)

async function take(these: Shown[]): Promise<void> {
  const all = these.length === brushes.value.length
  const report = await borrow(all ? null : these.map(({ id }) => id))
  if (!report) return
  const came = report.lines.filter(
    ({ what, outcome }) => what === "brush" && (outcome === "in" || outcome === "renamed"),
  )
  const text =
    came.length === 1
      ? t("shelf.lies-in-borrowed-now", { name: came[0]!.name })
      : t("shelf.brushes-lie-in-borrowed-now", { count: came.length })
  notice(text, {
    label: t("shelf.show"),
    act: () => void router.push({ path: "/rolls", query: { named: BORROWED } }),
  })
}

async function lookAgain(): Promise<void> {
  problem.value = ""
  await open()
}

onMounted(open)
</script>

<template>
  <main class="place">
    <CrumbHeader :place="{ to: '/shelf', label: t('shelf.shelf') }" :name="found?.name ?? t('shelf.a-roll')">
      <ElButton
        v-if="one && lacking.includes(one) && brushes.length > 1"
        :disabled="busy"
        @click="take([one])"
      >
        {{ t("shelf.borrow", { name: one.name }) }}
      </ElButton>
      <ElButton v-if="lacking.length > 0" type="primary" :disabled="busy" @click="take(lacking)">
        {{
          busy
            ? t("shelf.on-its-way")
            : lacking.length === 1
              ? t("shelf.borrow", { name: lacking[0]!.name })
              : t("shelf.borrow-all", { count: lacking.length })
        }}
      </ElButton>
    </CrumbHeader>
    <p v-if="trouble" class="trouble" role="alert">
      {{ trouble }} <ElButton @click="lookAgain">{{ t("shelf.look-again") }}</ElButton>
    </p>
    <TryBrushes
      v-model="tried"
      :brushes="brushes"
      :note="(brush) => (here(brush) ? t('shelf.you-have-it') : '')"
      :aria-busy="!trouble && brushes.length === 0"
    >
      <template #about>
        <div v-if="found" class="maker">
          <img v-if="found.marked" :src="markOf(found)" alt="" />
          <p>
            <strong>{{ isMine ? t("shelf.yours-lent") : found.maker.name || t("shelf.somebody") }}</strong>
            <span v-if="found.maker.licence" class="hm-small">{{ found.maker.licence }}</span>
            <span class="hm-small">{{ found.note || found.maker.note }}</span>
          </p>
        </div>
      </template>
      <template #below>
        <p v-for="line in left" :key="line.id" class="hm-small">
          {{ line.name }}: {{ answered(line.detail) }}
        </p>
      </template>
    </TryBrushes>
  </main>
</template>

<style scoped>
.place {
  display: flex;
  flex-direction: column;
  height: 100%;
}
.trouble {
  padding: 8px 20px;
  color: var(--ember);
}
.maker {
  display: flex;
  gap: 14px;
  margin-bottom: 18px;
}
.maker p {
  display: grid;
}
.maker img {
  width: 56px;
  height: 56px;
  background: var(--sheet);
  object-fit: contain;
}
</style>
