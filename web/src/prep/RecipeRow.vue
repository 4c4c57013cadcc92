<script setup lang="ts">
// The recipe as a row of steps: switch off, drag to another place, add; touch one to tune it.
import { t } from "@/words"
import type { StoredRecipe } from "@/device/tables/recipes"
import { useSortable } from "@vueuse/integrations/useSortable"
import { BookmarkPlus, Plus } from "@lucide/vue"
import { ElPopover, ElSwitch } from "element-plus"
import { computed, ref, useTemplateRef } from "vue"
import { forgetRecipe, keepRecipe, putRecipeBack } from "@/acts/keepRecipe"
import { presentStore } from "@/device/useDevice"
import { useLive } from "@/device/useLive"
import { GENERATORS, STEPS } from "@/generated/layout"
import NameDialog from "@/parts/NameDialog.vue"
import { notice } from "@/parts/notice"
import BitmapPrint from "@/parts/BitmapPrint.vue"
import type { Makes, Step } from "@/documents/recipe"
import { WITHIN } from "@/parts/popping"
import { usePrep } from "./usePrep"

const prep = usePrep()
const row = useTemplateRef("row")
const adding = ref(false)
const naming = ref(false)
const store = presentStore.value!
const recipes = useLive(async () => {
  const kept = await store.recipes.toArray()
  return kept.sort((a, b) => a.name.localeCompare(b.name))
}, [])
const steps = computed(() => prep.state.value?.recipe.steps ?? [])
const MADE_HERE = [
  { name: "mend", label: t("prep.clone-and-heal"), begins: { strokes: [] } },
  { name: "draw", label: t("prep.draw-into-it"), begins: { strokes: [] } },
]
const KINDS = [...STEPS.map(({ name, label, begins }) => ({ name, label, begins })), ...MADE_HERE]

const labelOf = (kind: string) => KINDS.find((one) => one.name === kind)?.label ?? kind
const startLabel = computed(() => {
  const kind = prep.state.value?.recipe.start.kind
  if (kind === "picture") return t("prep.original")
  if (kind === "blank") return t("prep.bare-paper")
  return GENERATORS.find((one) => one.name === kind)?.label ?? ""
})

useSortable(row, [], {
  handle: ".hold",
  draggable: ".step",
  animation: 120,
  onUpdate: ({ oldDraggableIndex, newDraggableIndex, item, from, oldIndex }) => {
    // The list itself is moved by the recipe, so what the drag moved goes back first.
    from.insertBefore(
      item,
      from.children[oldIndex! + (newDraggableIndex! < oldDraggableIndex! ? 1 : 0)] ?? null,
    )
    prep.moveStep(oldDraggableIndex!, newDraggableIndex!)
  },
})

/** What a step makes of the picture on the table; those by hand leave it as it is. */
function print({ name, begins }: { name: string; begins: unknown }, px: number) {
  const step = { ...(begins as Step), kind: name, on: true }
  return prep.engine.api.sketch(px, prep.state.value!.makes as Makes, undefined, step)
}

function add(kind: string): void {
  adding.value = false
  prep.addStep(kind)
}

function use(recipe: StoredRecipe): void {
  adding.value = false
  prep.addSteps(recipe.steps)
}

async function keep(name: string): Promise<void> {
  const kept = steps.value.filter((one) => one.kind !== "mend" && one.kind !== "draw")
  await store.write(keepRecipe(store, name, kept))
  notice(t("prep.is-among-your-recipes-under-step", { name }))
}

function forget(recipe: StoredRecipe): void {
  void store.write(forgetRecipe(store, recipe.id))
  notice(t("prep.is-forgotten", { name: recipe.name }), {
    label: t("prep.put-it-back"),
    act: () => void store.write(putRecipeBack(store, recipe)),
  })
}
</script>

<template>
  <div class="recipe" :aria-label="t('prep.recipe')" role="group">
    <button
      type="button"
      class="card"
      :class="{ on: prep.chosen.value === 'start' }"
      @click="prep.choose('start')"
    >
      <span class="label">{{ startLabel }}</span>
      <span class="hm-small">{{ t("prep.begins-with") }}</span>
    </button>
    <div ref="row" class="row">
      <div
        v-for="(step, i) in steps"
        :key="prep.keys.value[i]"
        class="card step"
        :class="{ on: prep.chosen.value === prep.keys.value[i], off: !step.on }"
      >
        <button type="button" class="hold" @click="prep.choose(prep.keys.value[i]!)">
          <span class="label">{{ labelOf(step.kind) }}</span>
        </button>
        <ElSwitch
          size="small"
          :aria-label="t('prep.on', { kind: labelOf(step.kind) })"
          :model-value="step.on"
          @update:model-value="prep.changeStep(i, { on: Boolean($event) })"
        />
      </div>
    </div>
    <ElPopover
      v-model:visible="adding"
      trigger="click"
      placement="top-end"
      :width="660"
      :popper-options="WITHIN"
    >
      <template #reference>
        <button type="button" class="hm-quiet add" :disabled="prep.full.value || !prep.state.value">
          <Plus :size="20" /> {{ t("prep.step") }}
        </button>
      </template>
      <div class="kinds">
        <button v-for="kind in KINDS" :key="kind.name" type="button" class="kind" @click="add(kind.name)">
          <BitmapPrint :side="64" :make="(px) => print(kind, px)" />
          {{ kind.label }}
        </button>
      </div>
      <div v-if="recipes.length > 0" class="kept">
        <p class="hm-small">{{ t("prep.your-recipes") }}</p>
        <div v-for="recipe in recipes" :key="recipe.id" class="one">
          <button type="button" class="kind" @click="use(recipe)">
            {{ recipe.name }}
            <span class="hm-small">{{ t("prep.steps", { count: recipe.steps.length }) }}</span>
          </button>
          <button type="button" class="hm-quiet" @click="forget(recipe)">{{ t("prep.forget") }}</button>
        </div>
      </div>
    </ElPopover>
    <button
      type="button"
      class="hm-quiet"
      :aria-label="t('prep.keep-these-steps-as-a-recipe')"
      :disabled="steps.length === 0"
      @click="naming = true"
    >
      <BookmarkPlus :size="20" />
    </button>
    <NameDialog v-model="naming" name="" note="" :noted="false" @take="keep" />
  </div>
</template>

<style scoped>
.recipe {
  display: flex;
  align-items: center;
  gap: 4px;
  padding: 0 8px;
  min-width: 0;
}
.row {
  display: flex;
  gap: 4px;
  overflow-x: auto;
  min-width: 0;
}
.card {
  flex: none;
  display: flex;
  flex-direction: column;
  align-items: flex-start;
  justify-content: center;
  min-width: 96px;
  height: 76px;
  padding: 0 10px;
  border: 0;
  border-top: 1px solid var(--rule);
  border-bottom: 3px solid transparent;
  background: none;
  text-align: left;
  cursor: pointer;
}
.card.on {
  border-bottom-color: var(--active);
}
.card.on .label {
  font-weight: 700;
  color: var(--active);
}
.step {
  padding: 0;
}
.hold {
  flex: 1;
  width: 100%;
  min-height: 44px;
  padding: 4px 10px 0;
  border: 0;
  background: none;
  text-align: left;
  white-space: nowrap;
  cursor: grab;
}
.step :deep(.el-switch) {
  margin: -8px 0 0 10px;
  height: 44px;
}
.off .label {
  opacity: 0.5;
}
.add {
  flex: none;
}
.kinds {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(6rem, 1fr));
  gap: 8px 4px;
  max-height: 46vh;
  overflow-y: auto;
}
.kinds .kind {
  display: flex;
  flex-direction: column;
  gap: 4px;
}
.kind {
  min-height: 44px;
  padding: 0 6px;
  border: 0;
  background: none;
  text-align: left;
  cursor: pointer;
}
.kept {
  border-top: 1px solid var(--rule);
  padding-top: 8px;
}
.one {
  display: flex;
  justify-content: space-between;
}
</style>
