<script setup lang="ts">
import { t } from "@/words"
import type { Kind } from "@/documents/stroke"
import { ElButton } from "element-plus"
import { computed, ref } from "vue"
import { useRouter } from "vue-router"
import { useSession } from "@/device/useSession"
import { STATION_HELP } from "@/generated/layout"
import { followFitting } from "@/engine/page/useFitting"
import NameDialog from "@/parts/NameDialog.vue"
import GoneElsewhere from "@/frame/GoneElsewhere.vue"
import PracticePen from "./practice/PracticePen.vue"
import { usePracticePen } from "./practice/usePracticePen"
import BenchHeader from "./BenchHeader.vue"
import BenchRail from "./BenchRail.vue"
import BesideTray from "./beside/BesideTray.vue"
import CheckpointsTray from "./checkpoints/CheckpointsTray.vue"
import LanesTray from "./lanes/LanesTray.vue"
import LayersTray from "./layers/LayersTray.vue"
import ProofSheet from "./proof/ProofSheet.vue"
import StationMenu from "./stations/StationMenu.vue"
import StationCard from "./stations/StationCard.vue"
import ReadingsStrip from "./readings/ReadingsStrip.vue"
import ReadingTray from "./readings/ReadingTray.vue"
import { readingOf, type ReadingKey } from "./readings/useReadings"
import ResponsesCard from "./responses/ResponsesCard.vue"
import ResponseGrid from "./responses/ResponseGrid.vue"
import { STATIONS, type Station } from "./stations/stations"
import TwoStates from "./checkpoints/TwoStates.vue"
import VariationsTray from "./VariationsTray.vue"
import { withoutStation } from "./help/states"
import WhatItDoes from "./help/WhatItDoes.vue"
import StepNote from "./walk/StepNote.vue"
import { makeBench, provideBench } from "./useBench"
import { useBenchKeys } from "./useBenchKeys"

const props = defineProps<{ brush: string }>()
const router = useRouter()
const session = useSession()
const bench = makeBench(props.brush, session.account!)
provideBench(bench)
useBenchKeys(bench)
followFitting()
const { on: practising } = usePracticePen(bench)

type Tray = Station["key"] | "responses" | "checkpoints" | "beside" | "variations" | "lanes" | "layers"
/** Trays that are no station's. */
const OTHERS: Partial<Record<Tray, string>> = {
  responses: t("bench.responses"),
  checkpoints: t("bench.checkpoints"),
  beside: t("bench.side-by-side"),
  variations: t("bench.variations"),
  lanes: t("bench.lanes"),
  layers: t("bench.layers"),
}
const open = ref<Tray>()
const reading = ref<ReadingKey>()
const pointer = ref<Kind | "practice">()
const drawing = ref(false)
const capturing = ref(false)
const naming = ref(false)
const tray = computed(() => STATIONS.find((one) => one.key === open.value))
const opened = computed(() => {
  if (reading.value) return readingOf(reading.value).label
  return open.value && (OTHERS[open.value] ?? tray.value?.label)
})
const { status, message } = bench.keeping

const again = () => location.reload()

const idle = (station: Station) => Boolean(bench.state.value && station.idle?.(bench.state.value.document))

function toggle(key: Tray): void {
  open.value = open.value === key && !reading.value ? undefined : key
  reading.value = undefined
}

function openReading(key: ReadingKey | undefined): void {
  reading.value = key
  open.value = undefined
}
</script>

<template>
  <main
    class="bench"
    :class="[`hand-${session.account?.hand ?? 'right'}`, { opened, tall: open === 'responses' }]"
  >
    <BenchHeader
      v-model:practising="practising"
      v-model:capturing="capturing"
      class="head"
      :open="open"
      @name="naming = true"
      @tray="toggle"
    />
    <BenchRail class="side" />
    <ProofSheet
      v-model:pointer="pointer"
      v-model:drawing="drawing"
      v-model:capturing="capturing"
      class="proof"
    />
    <ReadingsStrip class="readings" :open="reading" @update:open="openReading" />
    <section v-if="opened" class="tray" :aria-label="t('bench.tray', { opened })">
      <ReadingTray v-if="reading" :reading="reading" @station="toggle($event as Tray)" />
      <ResponseGrid v-else-if="open === 'responses'" :drawing="drawing" />
      <CheckpointsTray v-else-if="open === 'checkpoints'" />
      <BesideTray v-else-if="open === 'beside'" />
      <VariationsTray v-else-if="open === 'variations'" />
      <LanesTray v-else-if="open === 'lanes'" />
      <LayersTray v-else-if="open === 'layers'" />
      <component :is="tray.tray" v-else-if="tray" :pointer="pointer" :drawing="drawing" />
      <div v-if="tray && !reading" class="station-menu">
        <WhatItDoes
          :key="tray.key"
          bare
          :label="tray.label"
          :says="STATION_HELP[tray.key]"
          :states="() => (bench.state.value ? withoutStation(tray!.key, bench.state.value.document) : [])"
        />
        <StationMenu :station="tray" />
      </div>
    </section>
    <div class="path" role="group" :aria-label="t('bench.stations-from-hand-to-ink')">
      <StationCard
        v-for="station in STATIONS"
        :key="station.key"
        :station="station"
        :open="station.key === open"
        :small="opened !== undefined"
        :empty="idle(station)"
        :says="bench.state.value ? station.says(bench.state.value.document) : ''"
        @click="toggle(station.key)"
      />
      <ResponsesCard
        :open="open === 'responses'"
        :small="opened !== undefined"
        @click="toggle('responses')"
      />
    </div>
    <PracticePen v-if="practising" class="pen" />
    <NameDialog
      v-if="bench.state.value"
      v-model="naming"
      :name="bench.state.value.name"
      :note="bench.state.value.note"
      @take="bench.rename"
    />
    <StepNote :tray="reading ?? open" />
    <TwoStates />
    <div
      v-if="bench.failed.value || status === 'missing' || status === 'gone'"
      class="lost"
      role="alert"
      data-covers
    >
      <GoneElsewhere
        v-if="status === 'gone' && !bench.failed.value"
        :id="bench.id"
        table="brushes"
        :store="bench.store"
        :what="bench.state.value?.name ?? t('bench.this-brush')"
        @let-go="router.push('/rolls')"
      />
      <template v-else>
        <p>{{ bench.failed.value || message }}</p>
        <ElButton @click="again">{{ t("bench.try-again") }}</ElButton>
      </template>
      <RouterLink to="/rolls" class="hm-quiet">{{ t("bench.to-the-rolls") }}</RouterLink>
    </div>
  </main>
</template>

<style scoped>
.bench {
  --bar: 52px;
  position: relative;
  display: grid;
  height: 100%;
  /* With large letters there is more than a low window has room for. */
  overflow: hidden auto;
  grid-template-columns: 4rem minmax(0, 1fr);
  grid-template-rows: max-content minmax(140px, 1fr) max-content max-content auto max-content;
  grid-template-areas: "head head" "side proof" "side pen" "side readings" "side tray" "side path";
}
.bench.hand-left {
  grid-template-columns: minmax(0, 1fr) 4rem;
  grid-template-areas: "head head" "proof side" "pen side" "readings side" "tray side" "path side";
}
.bench.opened {
  grid-template-rows: max-content minmax(140px, 1fr) max-content max-content var(--tray) max-content;
  --tray: 332px;
}
.bench.opened.tall {
  --tray: 480px;
}
.readings {
  grid-area: readings;
  min-width: 0;
}
.pen {
  grid-area: pen;
}
.head {
  grid-area: head;
}
.side {
  grid-area: side;
}
.proof {
  grid-area: proof;
}
.station-menu {
  position: absolute;
  display: flex;
  right: 12px;
  top: 4px;
}
.tray :deep(.sections) {
  margin-right: 92px;
}
.tray {
  position: relative;
  grid-area: tray;
  padding: 6px 16px 4px;
  border-top: 1px solid var(--rule);
  min-width: 0;
  min-height: 0;
  overflow-y: auto;
  animation: rise 160ms ease-out;
}
@keyframes rise {
  from {
    transform: translateY(24px);
    opacity: 0;
  }
}
.path {
  grid-area: path;
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  padding: 0 12px 8px;
  border-top: 1px solid var(--rule);
  min-width: 0;
  min-height: 120px;
}
.opened .path {
  min-height: 53px;
}
.lost {
  position: absolute;
  inset: var(--bar) 0 0;
  display: flex;
  flex-direction: column;
  align-items: center;
  justify-content: center;
  gap: 16px;
  background: var(--room);
  z-index: 4;
}
.tray :deep(.columns) {
  display: grid;
  grid-auto-flow: column;
  grid-auto-columns: minmax(0, 1fr);
  gap: 28px;
  height: 100%;
}
.tray :deep(.columns > .picture) {
  margin: 0;
  min-width: 0;
  min-height: 0;
  display: flex;
  flex-direction: column;
  gap: 4px;
}
.tray :deep(figure.picture > svg),
.tray :deep(figure.picture > canvas) {
  flex: 1;
  min-height: 0;
  width: 100%;
  background: var(--paper);
  object-fit: contain;
}
@media (max-width: 62.5rem) {
  .bench {
    --bar: 100px;
  }
  .bench.opened,
  .bench.opened.tall {
    --tray: min(570px, 70dvh);
  }
  .bench.opened.tall {
    --tray: min(760px, 70dvh);
  }
  .tray :deep(.columns) {
    grid-auto-flow: row;
    grid-template-columns: repeat(auto-fit, minmax(300px, 1fr));
    height: auto;
    gap: 8px 28px;
  }
  .tray :deep(.columns > .picture) {
    grid-column: 1 / -1;
    height: 220px;
  }
  .tray :deep(.columns > .controls:nth-child(2):last-child) {
    grid-column: 1 / -1;
  }
}
</style>
