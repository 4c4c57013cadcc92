<script setup lang="ts">
import { t } from "@/words"
import { ElButton } from "element-plus"
import { useEventListener } from "@vueuse/core"
import { computed, ref, useTemplateRef } from "vue"
import { useRouter } from "vue-router"
import { useCaughtUp } from "@/device/useDevice"
import { useSession } from "@/device/useSession"
import { followFitting } from "@/engine/page/useFitting"
import NameDialog from "@/parts/NameDialog.vue"
import GoneElsewhere from "@/frame/GoneElsewhere.vue"
import ChosenMarks from "./paper/ChosenMarks.vue"
import type { Grab } from "./paper/grab"
import GuidesTray from "./GuidesTray.vue"
import OutTray from "./OutTray.vue"
import PocketStrip from "./PocketStrip.vue"
import ReinkTray from "./ReinkTray.vue"
import SheetCanvas from "./paper/SheetCanvas.vue"
import SheetHeader from "./SheetHeader.vue"
import SheetLayers from "./SheetLayers.vue"
import SheetRail from "./SheetRail.vue"
import type { Tray } from "./trays"
import UnderlayTray from "./UnderlayTray.vue"
import { useChosen } from "./paper/useChosen"
import TwoSheets from "./list/TwoSheets.vue"
import { makeSheetEasel, provideSheet } from "./useSheet"
import WordOnSheet from "./words/WordOnSheet.vue"

const props = defineProps<{ sheet: string }>()
const session = useSession()
const router = useRouter()
const sheet = makeSheetEasel(props.sheet, session.account!)
provideSheet(sheet)
followFitting()

const open = ref<Tray>()
const sizing = ref(false)
const naming = ref(false)
const drawnOn = ref(0)
/** The layer that is drawn on: the chosen one, or else the topmost. */
const active = computed({
  get: () => {
    const layers = sheet.document.value?.layers ?? []
    return layers.some((one) => one.which === drawnOn.value) ? drawnOn.value : (layers.at(-1)?.which ?? 0)
  },
  set: (which: number) => (drawnOn.value = which),
})
const chosen = useChosen(sheet)
const underlay = ref(0)
const word = useTemplateRef<{ grab: Grab }>("word")
let from: [number, number] = [0, 0]

const choosing: Grab = { down: chosen.begin, move: chosen.draw, up: (zoom) => void chosen.end(zoom) }
const moving: Grab = {
  down: (x, y) => (from = [x, y]),
  move(x, y) {
    const under = sheet.document.value?.underlays ?? []
    const by = (one: (typeof under)[number]) => ({ ...one, x: one.x + x - from[0], y: one.y + y - from[1] })
    sheet.change(
      { underlays: under.map((one, i) => (i === underlay.value ? by(one) : one)) },
      "underlay moved",
    )
    from = [x, y]
  },
  up: sheet.closeStep,
}
/** What a pointer does while a tray is open that has a use for it. */
const grab = computed(() => {
  if (open.value === "reink") return choosing
  if (open.value === "words") return word.value?.grab
  return open.value === "underlay" && sheet.document.value?.underlays[underlay.value] ? moving : undefined
})
const caughtUp = useCaughtUp(sheet.store)
const missing = computed(() => sheet.sought.value && !sheet.row.value && caughtUp.value)
const lost = computed(() =>
  sheet.deleted.value
    ? t("sheets.was-deleted-on-another-device", { name: sheet.deleted.value.name })
    : t("sheets.this-sheet-is-not-on-this"),
)
const again = () => location.reload()

useEventListener(window, "keydown", (event: KeyboardEvent) => {
  const writing = event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement
  if (writing || !(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== "z") return
  event.preventDefault()
  if (event.shiftKey) sheet.history.redo()
  else sheet.history.undo()
})
</script>

<template>
  <main class="place" :class="[`hand-${session.account?.hand ?? 'right'}`, { open }]">
    <SheetHeader v-model:open="open" class="head" @name="naming = true" />
    <SheetRail v-model:sizing="sizing" class="side" />
    <SheetCanvas v-model:active="active" class="paper" :sizing="sizing" :grab="grab">
      <ChosenMarks
        v-if="open === 'reink' && sheet.document.value"
        :chosen="chosen"
        :document="sheet.document.value"
      />
    </SheetCanvas>
    <section v-if="open" class="tray" :aria-label="t('sheets.tray', { open })">
      <GuidesTray v-if="open === 'guides'" />
      <UnderlayTray v-else-if="open === 'underlay'" v-model:held="underlay" />
      <WordOnSheet v-else-if="open === 'words'" ref="word" :active="active" />
      <OutTray v-else-if="open === 'out'" :active="active" />
      <ReinkTray v-else-if="open === 'reink'" :chosen="chosen" :active="active" />
      <SheetLayers v-else-if="open === 'layers'" v-model:active="active" />
    </section>
    <PocketStrip class="strip" :low="open !== undefined" />
    <NameDialog
      v-if="sheet.row.value"
      v-model="naming"
      :name="sheet.row.value.name"
      :note="sheet.row.value.note"
      @take="sheet.rename"
    />
    <TwoSheets />
    <GoneElsewhere
      v-if="sheet.status.gone.value"
      :id="sheet.id"
      class="gone"
      table="sheets"
      :store="sheet.store"
      :what="sheet.row.value!.name"
      @let-go="router.push('/sheets')"
    />
    <div v-if="missing || sheet.failed.value" class="lost" role="alert" data-covers>
      <p>{{ sheet.failed.value || lost }}</p>
      <ElButton
        v-if="sheet.deleted.value && !sheet.failed.value"
        type="primary"
        @click="sheet.status.putBack(sheet.deleted.value)"
        >{{ t("sheets.put-it-back") }}</ElButton
      >
      <ElButton v-if="sheet.failed.value" @click="again">{{ t("sheets.try-again") }}</ElButton>
      <RouterLink to="/sheets" class="hm-quiet">{{ t("sheets.to-the-sheets") }}</RouterLink>
    </div>
  </main>
</template>

<style scoped>
.place {
  position: relative;
  display: grid;
  height: 100%;
  /* With large letters there is more than a low window has room for. */
  overflow: hidden auto;
  grid-template-columns: 4rem minmax(0, 1fr);
  grid-template-rows: max-content auto minmax(140px, 1fr) auto 7rem;
  grid-template-areas: "head head" "side gone" "side paper" "side tray" "side strip";
}
.place.hand-left {
  grid-template-columns: minmax(0, 1fr) 4rem;
  grid-template-areas: "head head" "gone side" "paper side" "tray side" "strip side";
}
/* What is opened takes room from the roll before it takes it from the paper. */
.place.open {
  grid-template-rows: max-content auto minmax(140px, 1fr) auto 4rem;
}
.head {
  grid-area: head;
}
.side {
  grid-area: side;
}
.paper {
  grid-area: paper;
}
.tray {
  grid-area: tray;
  max-height: 288px;
  overflow-y: auto;
  padding: 4px 16px;
  border-top: 1px solid var(--rule);
}
.strip {
  grid-area: strip;
}
.gone {
  grid-area: gone;
  border-bottom: 1px solid var(--rule);
}
.lost {
  position: absolute;
  inset: 52px 0 0;
  display: flex;
  flex-direction: column;
  align-items: center;
  justify-content: center;
  gap: 16px;
  background: var(--room);
  z-index: 4;
}
</style>
