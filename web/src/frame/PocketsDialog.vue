<script setup lang="ts">
// How brushes show in their pockets: on which strokes, at what size, in what ink. It shows on a few of one's own.
import { t } from "@/words"
import { ElOption, ElSelect } from "element-plus"
import { computed, ref, watch } from "vue"
import { presentStore } from "@/device/useDevice"
import { useLive } from "@/device/useLive"
import { useRollList } from "@/device/useRollList"
import { useSession } from "@/device/useSession"
import { useLanes } from "@/engine/page/useLanes"
import ChoiceBar from "@/parts/ChoiceBar.vue"
import FormDialog from "@/parts/FormDialog.vue"
import InkChooser from "@/parts/ink/InkChooser.vue"
import ValueSlider from "@/parts/ValueSlider.vue"
import { ownLanes } from "@/pictures/ownLanes"
import PocketCanvas from "@/pictures/PocketCanvas.vue"
import { NO_WISH, usePocketWish, asWished, type PocketWish } from "@/pictures/usePocketWish"

const open = defineModel<boolean>({ required: true })
const session = useSession()
const store = presentStore.value!
const rolls = useRollList(store)
const own = useLive(() => ownLanes(store), [])
const shipped = useLanes()
const { wish } = usePocketWish()
const next = ref<PocketWish>({ ...NO_WISH })
/** So many brushes show what comes of it. */
const SHOWN = 5
/** A size and an ink to begin with, where the brushes' own are given up. */
const BEGINS = { size: 24, ink: "#1e2a2d" }
const OWN = [
  { value: "own", label: t("frame.each-its-own") },
  { value: "one", label: t("frame.one-for-all") },
] as const

void shipped.open()
watch(open, (now) => now && (next.value = { ...wish.value }), { immediate: true })

const lanes = computed(() => [...own.value, ...shipped.lanes.value].filter((one) => one.strokes.length > 0))
const brushes = computed(() => rolls.value.flatMap((roll) => roll.brushes).slice(0, SHOWN))
const which = computed(
  () => lanes.value.find(({ key }) => key === next.value.lane)?.strokes ?? ("upright" as const),
)

function take(): void {
  void session.prefer({ pockets: { ...next.value } as unknown as Record<string, unknown> })
}
</script>

<template>
  <FormDialog v-model="open" :title="t('frame.how-brushes-show-in-their-pockets')" @take="take">
    <div class="shown">
      <PocketCanvas
        v-for="brush in brushes"
        :key="brush.id"
        class="stroke"
        :which="which"
        :document="asWished(brush.document, next)"
      />
    </div>
    <label>
      {{ t("frame.stroke") }}
      <ElSelect v-model="next.lane" :aria-label="t('frame.stroke')">
        <ElOption value="" :label="t('frame.upright-stroke')" />
        <ElOption v-for="lane in lanes" :key="lane.key" :value="lane.key" :label="lane.label" />
      </ElSelect>
    </label>
    <div class="choice">
      <span>{{ t("frame.size") }}</span>
      <ChoiceBar
        :label="t('frame.size')"
        :options="[...OWN]"
        :model-value="next.size === null ? 'own' : 'one'"
        @update:model-value="next.size = $event === 'own' ? null : BEGINS.size"
      />
    </div>
    <ValueSlider
      v-if="next.size !== null"
      v-model="next.size"
      :label="t('frame.size-for-all')"
      unit="px"
      :low="1"
      :high="200"
      :step="0.5"
      log
    />
    <div class="choice">
      <span>{{ t("frame.ink") }}</span>
      <ChoiceBar
        :label="t('frame.ink')"
        :options="[...OWN]"
        :model-value="next.ink === '' ? 'own' : 'one'"
        @update:model-value="next.ink = $event === 'own' ? '' : BEGINS.ink"
      />
    </div>
    <InkChooser v-if="next.ink !== ''" v-model="next.ink" />
  </FormDialog>
</template>

<style scoped>
.shown {
  display: flex;
  gap: 8px;
}
.stroke {
  flex: 1;
  min-width: 0;
  height: 190px;
  background: var(--sheet);
}
.choice {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 12px;
}
</style>
