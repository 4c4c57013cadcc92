<script setup lang="ts">
// All sheets, as they were seen last.
import { t } from "@/words"
import type { StoredSheet } from "@/device/tables/sheets"
import { FilePlus2 } from "@lucide/vue"
import { watchDebounced } from "@vueuse/core"
import { ElInput } from "element-plus"
import { computed, ref } from "vue"
import { useRouter } from "vue-router"
import { changeSheet, copySheet, makeSheet, putSheetBack, takeSheet } from "@/acts/keepSheet"
import { openDevice, useCaughtUp, useFetching } from "@/device/useDevice"
import { useLive } from "@/device/useLive"
import { useSession } from "@/device/useSession"
import { useEngine } from "@/engine/page/useEngine"
import { copyName } from "@/documents/names"
import type { SheetDocument } from "@/documents/sheet"
import NameDialog from "@/parts/NameDialog.vue"
import { notice } from "@/parts/notice"
import { savePack } from "@/packs/packs"
import PlaceFrame from "@/frame/PlaceFrame.vue"
import { seeSheet } from "./otherSheet"
import NewSheet from "./NewSheet.vue"
import SheetCard from "./SheetCard.vue"

const session = useSession()
const router = useRouter()
const { store } = openDevice(session.account!)
const engine = useEngine()
const sheets = useLive(
  async () => (await store.sheets.toArray()).sort((a, b) => b.usedAt - a.usedAt),
  undefined as StoredSheet[] | undefined,
)
/** One after the other: what was not seen here as it is by now is inked for the list, once all of it has come. */
const caughtUp = useCaughtUp(store)
const fetching = useFetching(store)
const counted = useLive(() => store.sheetStrokes.count(), 0)
let seeing = Promise.resolve()
watchDebounced(
  [sheets, counted, caughtUp],
  () => {
    if (!caughtUp.value) return
    for (const { id } of sheets.value ?? []) {
      seeing = seeing.then(() => seeSheet(store, engine, id)).catch((error) => console.error(error))
    }
  },
  { debounce: 400, immediate: true },
)
const words = ref("")
const making = ref(false)
const naming = ref(false)
const held = ref<StoredSheet>()
const found = computed(() => {
  const wanted = words.value.trim().toLowerCase()
  return (sheets.value ?? []).filter((one) => `${one.name} ${one.note}`.toLowerCase().includes(wanted))
})

const openSheet = (id: string) => router.push(`/sheets/${id}`)

async function make(name: string, document: SheetDocument): Promise<void> {
  await openSheet(await makeSheet(store, name, document))
}

function copy(sheet: StoredSheet): void {
  const names = (sheets.value ?? []).map((one) => one.name)
  void store.write(copySheet(store, sheet.id, copyName(sheet.name, names)).then(() => undefined))
}

/** The sheet with the brushes that it was drawn with. */
async function pack(sheet: StoredSheet): Promise<void> {
  await savePack({ sheet: [sheet.id] }).catch((error: Error) => notice(error.message))
}

function remove(sheet: StoredSheet): void {
  void store.write(takeSheet(store, sheet.id))
  notice(t("sheets.is-deleted", { name: sheet.name }), {
    label: t("sheets.put-it-back"),
    act: () => void store.write(putSheetBack(store, sheet)),
  })
}

function name(sheet: StoredSheet): void {
  held.value = sheet
  naming.value = true
}
</script>

<template>
  <PlaceFrame>
    <template #acts>
      <button type="button" class="hm-quiet" @click="making = true">
        <FilePlus2 :size="20" /> {{ t("sheets.new-sheet") }}
      </button>
    </template>
    <ElInput
      v-if="(sheets?.length ?? 0) > 6"
      v-model="words"
      class="finder"
      :placeholder="t('sheets.search-by-name-or-note')"
      clearable
      :aria-label="t('sheets.search-sheets')"
    />
    <div class="papers">
      <SheetCard
        v-for="one in found"
        :key="one.id"
        :sheet="one"
        @open="openSheet(one.id)"
        @duplicate="copy(one)"
        @name="name(one)"
        @pack="pack(one)"
        @remove="remove(one)"
      />
    </div>
    <div v-if="fetching === false && sheets?.length === 0" class="empty">
      <p>{{ t("sheets.a-sheet-is-real-paper-a") }}</p>
      <button type="button" class="hm-quiet hm-on" @click="making = true">
        <FilePlus2 :size="20" /> {{ t("sheets.lay-out-the-first-one") }}
      </button>
    </div>
    <p v-else-if="found.length === 0 && words" class="empty">{{ t("sheets.nothing-by-that-name") }}</p>
    <NewSheet v-model="making" @make="make" />
    <NameDialog
      v-model="naming"
      :name="held?.name ?? ''"
      :note="held?.note ?? ''"
      @take="(to, note) => held && store.write(changeSheet(store, held.id, { name: to, note }))"
    />
  </PlaceFrame>
</template>

<style scoped>
.finder {
  max-width: 420px;
}
.papers {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(260px, 1fr));
  gap: 24px;
  padding-top: 12px;
}
.empty {
  display: grid;
  justify-items: start;
  gap: 16px;
  padding: 32px 0;
  max-width: 60ch;
}
</style>
