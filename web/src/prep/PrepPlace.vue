<script setup lang="ts">
import { t } from "@/words"
import { ChevronRight, Redo2, Undo2 } from "@lucide/vue"
import { dequal } from "dequal"
import { ElButton, ElDialog } from "element-plus"
import { computed, ref, watch } from "vue"
import { onBeforeRouteLeave, useRoute, useRouter } from "vue-router"
import { letFollow } from "@/acts/keepSource"
import { presentStore, useWaiting } from "@/device/useDevice"
import { SAYS } from "@/device/useKept"
import ChoiceBar from "@/parts/ChoiceBar.vue"
import NameDialog from "@/parts/NameDialog.vue"
import { notice } from "@/parts/notice"
import GoneElsewhere from "@/frame/GoneElsewhere.vue"
import RoomMenu from "@/frame/RoomMenu.vue"
import SignInAgain from "@/frame/SignInAgain.vue"
import NewBrush from "@/choosers/NewBrush.vue"
import { duplicate } from "@/pictures/useSources"
import FiguresBar from "./FiguresBar.vue"
import InUse from "./InUse.vue"
import PrintPane from "./PrintPane.vue"
import RecipeRow from "./RecipeRow.vue"
import StepTray from "./StepTray.vue"
import { usePenWork } from "./usePenWork"
import { makePrep, providePrep } from "./usePrep"
import type { SourceState } from "./useSourceKeeping"

const props = defineProps<{ source: string }>()
const route = useRoute()
const router = useRouter()
const from = route.query.brush ? String(route.query.brush) : undefined
const store = presentStore.value!
const prep = makePrep(store, props.source, from)
providePrep(prep)
const pen = usePenWork(prep)
const { way } = useWaiting(store)
const { status, message, working, users } = prep.keeping
/** As others know it. */
const known = computed(() => prep.keeping.shipped.value ?? prep.keeping.row.value)
const { canUndo, canRedo, undo, redo } = prep.history

const VIEWS = [
  { value: "use", label: t("prep.in-use") },
  { value: "tiled", label: t("prep.tiled") },
  { value: "result", label: t("prep.result") },
  { value: "original", label: t("prep.original") },
] as const
type View = (typeof VIEWS)[number]["value"]
const view = ref<View>("use")
const MAKES = [
  { value: "shape", label: t("prep.shape") },
  { value: "grain", label: t("prep.grain") },
] as const
const views = computed(() => VIEWS.filter((one) => one.value !== "original" || working.value))
/** Beside the large view stands the one that tells most. */
const beside = computed((): View => {
  if (view.value !== "use") return "use"
  return prep.state.value?.makes === "grain" ? "tiled" : "result"
})
watch(prep.byPen, (now) => {
  if (now) view.value = "result"
})

const naming = ref(false)
const brushing = ref(false)
const asking = ref(false)
let opened: SourceState | undefined
let leaving: string | undefined
let answered = false
watch(prep.state, (now) => {
  opened ??= now
})

const says = computed(() => {
  if (status.value === "kept" && prep.shipped.value) return t("prep.ships-with-hollowmist")
  return SAYS[status.value] ?? message.value
})
async function copy(): Promise<void> {
  await prep.finish()
  const made = known.value && (await duplicate(store, known.value))
  if (made) await router.push(`/sources/${made.id}`)
}

async function brush(): Promise<void> {
  await prep.finish()
  brushing.value = true
}

async function follow(yes: boolean): Promise<void> {
  answered = true
  asking.value = false
  if (yes) {
    await prep.finish()
    const notify = (count: number) =>
      notice(count === 1 ? t("prep.1-brush-follows") : t("prep.brushes-follow", { count }))
    const picture = prep.keeping.row.value?.picture
    if (picture) await store.write(letFollow(store, props.source, picture).then(notify))
  }
  if (leaving) await router.push(leaving)
}

onBeforeRouteLeave((to) => {
  const now = prep.state.value
  const changed = now && opened && !(now.makes === opened.makes && dequal(now.recipe, opened.recipe))
  if (answered || !changed || users.value.length === 0) return true
  leaving = to.fullPath
  asking.value = true
  return false
})

const place = (point: [number, number], lie: { fit: number; left: number; top: number }) => ({
  cx: lie.left + point[0] * lie.fit,
  cy: lie.top + point[1] * lie.fit,
})
const points = computed((): [number, number][] => {
  const { width = 1, height = 1 } = prep.news.value?.figures ?? {}
  return (prep.step.value?.points ?? []).map(([u, v]) => [u * width, v * height])
})
</script>

<template>
  <main class="prep">
    <header>
      <RouterLink to="/sources" class="hm-quiet">{{ t("prep.sources") }}</RouterLink>
      <ChevronRight :size="16" />
      <h1 class="hm-around">
        <button type="button" class="hm-quiet name" @click="naming = true">
          {{ prep.state.value?.name }}
        </button>
      </h1>
      <span
        class="hm-small status"
        :class="{
          worry: !['opening', 'kept', 'keeping'].includes(status),
        }"
        role="status"
        >{{ says }}</span
      >
      <SignInAgain :way="way" />
      <span class="space" />
      <ElButton v-if="prep.shipped.value" type="primary" @click="copy">{{
        t("prep.take-a-copy-to-change")
      }}</ElButton>
      <template v-else>
        <button
          type="button"
          class="hm-quiet"
          :aria-label="t('prep.undo')"
          :disabled="!canUndo"
          @click="undo()"
        >
          <Undo2 :size="20" />
        </button>
        <button
          type="button"
          class="hm-quiet"
          :aria-label="t('prep.redo')"
          :disabled="!canRedo"
          @click="redo()"
        >
          <Redo2 :size="20" />
        </button>
      </template>
      <ChoiceBar
        v-if="prep.state.value"
        :label="t('prep.used-as')"
        :options="[...MAKES]"
        :model-value="prep.state.value.makes"
        @update:model-value="prep.makeIt($event)"
      />
      <RouterLink v-if="from" :to="`/bench/${from}`" class="hm-quiet">{{
        t("prep.back-to", { brushName: prep.brushName.value })
      }}</RouterLink>
      <button
        v-else
        type="button"
        class="hm-quiet"
        :aria-label="t('prep.new-brush-from-here')"
        :disabled="!known"
        @click="brush"
      >
        {{ t("prep.new-brush") }} <span class="whence">{{ t("prep.from-here") }}</span>
      </button>
      <RoomMenu />
    </header>
    <div v-if="prep.failed.value || status === 'missing' || status === 'gone'" class="missing" role="alert">
      <GoneElsewhere
        v-if="status === 'gone' && !prep.failed.value"
        :id="prep.id"
        table="sources"
        :store="presentStore!"
        :what="prep.keeping.row.value?.name ?? t('prep.this-source')"
        @let-go="router.push('/sources')"
      />
      <p v-else>{{ prep.failed.value || message }}</p>
      <RouterLink to="/sources" class="hm-quiet hm-on">{{ t("prep.to-the-sources") }}</RouterLink>
    </div>
    <template v-else>
      <div class="views" :class="{ square: beside === 'use' }">
        <div class="large">
          <ChoiceBar v-model="view" :label="t('prep.view')" :options="views" class="choose" />
          <InUse v-if="view === 'use'" class="pane" />
          <PrintPane
            v-else
            :key="view"
            v-slot="{ lie }"
            :which="view"
            :worked="view === 'result' && prep.byPen.value && !prep.shipped.value"
            class="pane"
            @down="pen.down"
            @move="pen.move"
            @up="pen.up"
            @cancel="pen.cancel"
          >
            <circle
              v-if="prep.step.value?.kind === 'mend' && pen.from.value"
              v-bind="place(pen.from.value, lie)"
              :r="pen.radius.value * lie.fit"
              class="mark"
            />
            <circle v-for="(point, i) in points" :key="i" v-bind="place(point, lie)" r="6" class="mark" />
          </PrintPane>
        </div>
        <div class="beside">
          <p class="hm-small choose">{{ VIEWS.find((one) => one.value === beside)?.label }}</p>
          <InUse v-if="beside === 'use'" class="pane" />
          <PrintPane v-else :key="beside" :which="beside" class="pane" />
        </div>
      </div>
      <FiguresBar />
      <fieldset class="work" :disabled="prep.shipped.value">
        <RecipeRow />
        <StepTray :pen="pen" class="tray" />
      </fieldset>
    </template>
    <NameDialog
      v-if="prep.state.value"
      v-model="naming"
      :name="prep.state.value.name"
      :note="prep.state.value.note"
      @take="prep.rename"
    />
    <NewBrush v-if="known" v-model="brushing" :source="known" />
    <ElDialog
      v-model="asking"
      :title="t('prep.brushes-use-this-source')"
      width="min(480px, 92vw)"
      align-center
    >
      <p>
        {{
          t("prep.it-as-it-was-should-follow", {
            brushes: users.map((one) => one.name).join(", "),
            use: users.length === 1 ? t("prep.uses") : t("prep.use"),
            they: users.length === 1 ? t("prep.it") : t("prep.they"),
          })
        }}
      </p>
      <template #footer>
        <ElButton @click="follow(false)">{{ t("prep.keep-their-copy") }}</ElButton>
        <ElButton type="primary" @click="follow(true)">{{ t("prep.let-them-follow") }}</ElButton>
      </template>
    </ElDialog>
    <ElDialog
      :model-value="status === 'conflict'"
      :title="t('prep.changed-on-another-device')"
      width="min(480px, 92vw)"
      align-center
      :show-close="false"
      :close-on-click-modal="false"
    >
      <p>{{ t("prep.this-source-was-changed-elsewhere-while") }}</p>
      <template #footer>
        <ElButton @click="prep.keeping.takeTheirs()">{{ t("prep.take-the-other") }}</ElButton>
        <ElButton type="primary" @click="prep.keeping.keepMine()">{{ t("prep.keep-this-one") }}</ElButton>
      </template>
    </ElDialog>
  </main>
</template>

<style scoped>
.prep {
  display: grid;
  grid-template-rows: 52px minmax(0, 1fr) auto 262px;
  height: 100%;
}
header {
  display: flex;
  align-items: center;
  gap: 4px;
  padding: 0 8px;
  min-width: 0;
}
.name {
  font-weight: 700;
  font-size: 1.125rem;
}
.status {
  margin-left: 8px;
}
.worry {
  color: var(--ember);
  font-weight: 700;
}
.space {
  flex: 1;
}
.views {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 380px;
  gap: 12px;
  padding: 0 12px;
  min-height: 0;
}
.large,
.beside {
  display: flex;
  flex-direction: column;
  min-width: 0;
  min-height: 0;
}
.choose {
  flex: none;
  min-height: 44px;
  align-self: flex-start;
}
p.choose {
  display: flex;
  align-items: center;
}
.pane {
  flex: 1;
  min-height: 0;
}
.work {
  display: grid;
  grid-template-rows: 68px minmax(0, 1fr);
  min-width: 0;
  min-height: 0;
  margin: 0;
  padding: 0 4px 4px;
  border: 0;
}
.tray {
  min-height: 0;
}
.mark {
  fill: none;
  stroke: var(--ember);
  stroke-width: 2;
}
.missing {
  grid-row: 2 / -1;
  display: flex;
  flex-direction: column;
  align-items: center;
  justify-content: center;
  gap: 16px;
}
@media (max-width: 62.5rem) {
  .prep {
    grid-template-rows: auto minmax(0, 1fr) auto 430px;
  }
  header {
    flex-wrap: wrap;
  }
  .whence {
    display: none;
  }
  .views {
    grid-template-columns: minmax(0, 1fr);
    grid-template-rows: minmax(0, 1.4fr) minmax(0, 1fr);
  }
}
</style>
