<script setup lang="ts">
// The sheet as files: pictures are made here, the other kinds are written by the server.
import { t } from "@/words"
import { FileDown, FileUp, X } from "@lucide/vue"
import { ElButton, ElInputNumber, ElProgress, ElSwitch } from "element-plus"
import { computed, ref, toRaw, useTemplateRef } from "vue"
import { api, reach, sendForm } from "@/api/client"
import { handOver } from "@/api/files"
import { saveMade, workOff } from "@/api/tasks"
import { inHand } from "@/device/inHand"
import { untilCarried } from "@/device/useDevice"
import { lengthOf } from "@/documents/sheet"
import { MOST_DPI } from "@/generated/layout"
import { notice } from "@/parts/notice"
import type { components } from "@/generated/api"
import { useSheet } from "./useSheet"

const props = defineProps<{ active: number }>()
const sheet = useSheet()
const { document, row, engine, waiting } = sheet
const dpi = ref(document.value?.dpi ?? 300)
const paper = ref(true)
const underlay = ref(false)
const guides = ref(false)
const busy = ref("")
const strokesFile = useTemplateRef("strokesFile")

const sentence = computed(() => {
  if (!document.value) return ""
  const { width, height, dpi: own } = document.value
  const px = [width, height].map((side) => Math.round((side / own) * (dpi.value || own)))
  const mm = [width, height].map((side) => lengthOf(side, "mm", own).toFixed(1))
  return `${px.join(" × ")} px, ${mm.join(" × ")} mm at ${dpi.value} dpi`
})
const away = computed(() => waiting.way.value !== "near")
const named = (more = "") => `${row.value?.name ?? "sheet"}${more}`.replace(/[^\p{L}\p{N} _-]/gu, "").trim()

/** Write a PNG here; with `only` of one layer by itself. Returns whether it was not stopped. */
async function png(name: string, only?: number): Promise<boolean> {
  if (!document.value) return false
  engine.written.value = 0
  const writing = {
    dpi: dpi.value,
    paper: only === undefined && paper.value,
    underlay: underlay.value,
    guides: guides.value,
  }
  const whole = {
    document: toRaw(document.value),
    strokes: [...sheet.strokes.strokes.value.values()].map(toRaw),
    looks: toRaw(sheet.inkedWith.value),
  }
  const written = await engine.api.writeSheet(whole, { ...writing, ...(only !== undefined && { only }) })
  if (!written) return false
  handOver(written.file, `${named(name)}.png`)
  if (written.missing > 0) notice(t("sheets.sources-are-not-on-this-device", { missing: written.missing }))
  return true
}

async function doing(what: string, act: () => Promise<unknown>): Promise<void> {
  busy.value = what
  try {
    await inHand(act)
  } catch (error) {
    notice((error as Error).message)
  } finally {
    busy.value = ""
  }
}

const picture = () => doing("png", () => png(` ${dpi.value} dpi`))
const layers = () =>
  doing("layers", async () => {
    for (const layer of document.value?.layers ?? []) {
      if (!(await png(` ${layer.name || t("sheets.layer", { number: layer.which + 1 })}`, layer.which)))
        return
    }
  })

const FORMS = [
  { form: "ora", label: t("sheets.openraster"), says: t("sheets.every-layer-by-itself") },
  { form: "svg", label: t("sheets.svg"), says: t("sheets.strokes-as-outlines") },
  { form: "pdf", label: t("sheets.pdf"), says: t("sheets.a-page-at-its-true-size") },
  { form: "inkml", label: t("sheets.inkml"), says: t("sheets.the-strokes-of-the-hand") },
] as const

let stopping: AbortController | undefined
/** How much of a file the server has written, 0..1. */
const share = ref(0)
const byServer = computed(() => FORMS.some(({ form }) => form === busy.value))
const write = (form: string) =>
  doing(form, async () => {
    await untilCarried()
    const query = {
      ...{ paper: paper.value, underlay: underlay.value, guides: guides.value },
      ...(form === "ora" && { dpi: dpi.value }),
    }
    stopping = new AbortController()
    share.value = 0
    const path = { sheet_id: sheet.id, form }
    const ask = () => reach(api.POST("/api/sheets/{sheet_id}.{form}", { params: { path, query } }))
    try {
      const made = await workOff(ask, (now) => (share.value = now), stopping.signal)
      await saveMade(made)
      const left = (made.about as { left_out: string }).left_out
      if (left) notice(t("sheets.not-all-of-it-is-in", { left }))
    } catch (error) {
      if (!stopping.signal.aborted) throw error
    }
  })

async function readStrokes(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ""
  const look = sheet.hand.look()
  if (!file || !look) return
  await doing("in", async () => {
    await sheet.keepLook(look)
    await untilCarried()
    const form = new FormData()
    form.set("file", file)
    form.set("look", look.id)
    form.set("size", String(sheet.hand.size.value))
    form.set("layer", String(props.active))
    const came = (await sendForm(
      `/api/sheets/${sheet.id}/inkml`,
      form,
    )) as components["schemas"]["ReadStrokes"]
    sheet.pull()
    notice([t("sheets.strokes-came-in", { count: came.count }), ...came.assumed].join(" "))
  })
}
</script>

<template>
  <div class="out">
    <section :aria-label="t('sheets.picture')">
      <div class="row">
        <ElInputNumber
          v-model="dpi"
          :min="1"
          :max="MOST_DPI"
          :controls="false"
          :aria-label="t('sheets.dots-per-inch-of-the-file')"
        />
        <span>{{ t("sheets.dots-per-inch") }}</span>
      </div>
      <p class="hm-small">{{ sentence }}</p>
      <label class="row"
        ><ElSwitch v-model="paper" :aria-label="t('sheets.with-the-paper')" />
        {{ t("sheets.with-the-paper") }}</label
      >
      <label class="row"
        ><ElSwitch v-model="underlay" :aria-label="t('sheets.with-the-underlay')" />
        {{ t("sheets.with-the-underlay") }}</label
      >
      <label class="row"
        ><ElSwitch v-model="guides" :aria-label="t('sheets.with-the-guides')" />
        {{ t("sheets.with-the-guides") }}</label
      >
    </section>
    <section :aria-label="t('sheets.files-made-here')" class="files">
      <p class="hm-small">{{ t("sheets.made-on-this-device") }}</p>
      <button type="button" class="hm-quiet" :disabled="Boolean(busy)" @click="picture">
        <FileDown :size="20" /> {{ t("sheets.png") }}
        <span class="hm-small">{{ t("sheets.inked-anew-at-that-size") }}</span>
      </button>
      <button type="button" class="hm-quiet" :disabled="Boolean(busy)" @click="layers">
        <FileDown :size="20" /> {{ t("sheets.png-of-each-layer") }}
        <span class="hm-small">{{ t("sheets.with-clear-ground") }}</span>
      </button>
      <div v-if="busy === 'png' || busy === 'layers'" class="row">
        <ElProgress
          class="bar"
          :percentage="Math.round(100 * engine.written.value)"
          :stroke-width="8"
          :aria-label="t('sheets.writing')"
        />
        <ElButton @click="engine.api.stopWriting()"><X :size="18" /> {{ t("sheets.stop") }}</ElButton>
      </div>
    </section>
    <section :aria-label="t('sheets.files-of-the-server')" class="files">
      <p class="hm-small" :class="{ away }">
        {{ away ? t("sheets.the-server-writes-these-and-it") : t("sheets.written-by-the-server") }}
      </p>
      <button
        v-for="one in FORMS"
        :key="one.form"
        type="button"
        class="hm-quiet"
        :disabled="Boolean(busy) || away"
        :aria-busy="busy === one.form"
        @click="write(one.form)"
      >
        <FileDown :size="20" /> {{ one.label }} <span class="hm-small">{{ one.says }}</span>
      </button>
      <div v-if="byServer" class="row">
        <ElProgress
          class="bar"
          :percentage="Math.round(100 * share)"
          :stroke-width="8"
          :aria-label="t('sheets.the-server-writes')"
        />
        <ElButton @click="stopping?.abort()"><X :size="18" /> {{ t("sheets.stop") }}</ElButton>
      </div>
    </section>
    <section :aria-label="t('sheets.files-in')" class="files">
      <p class="hm-small">{{ t("sheets.into-this-sheet") }}</p>
      <button type="button" class="hm-quiet" :disabled="Boolean(busy) || away" @click="strokesFile?.click()">
        <FileUp :size="20" /> {{ t("sheets.strokes-of-inkml") }}
        <span class="hm-small">{{ t("sheets.in-the-brush-in-hand") }}</span>
      </button>
      <input
        ref="strokesFile"
        type="file"
        accept=".inkml,.xml,application/inkml+xml"
        hidden
        :aria-label="t('sheets.inkml-to-lay-on-the-sheet')"
        @change="readStrokes"
      />
    </section>
  </div>
</template>

<style scoped>
.out {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(240px, 1fr));
  gap: 8px 28px;
}
.row {
  display: flex;
  align-items: center;
  gap: 12px;
  min-height: 44px;
}
.row :deep(.el-input__wrapper) {
  min-height: 44px;
}
.files {
  display: flex;
  flex-direction: column;
  align-items: flex-start;
}
.files .hm-quiet {
  padding-left: 0;
  text-align: left;
}
.row :deep(.el-button > span) {
  gap: 6px;
}
.bar {
  width: 160px;
}
.away {
  color: var(--ember);
  font-weight: 700;
}
</style>
