<script setup lang="ts">
// The sheet as files: pictures are made here, the other kinds are written by the server.
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
  if (written.missing > 0)
    notice(`${written.missing} sources are not on this device: their brushes were inked without them.`)
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
      if (!(await png(` ${layer.name || `layer ${layer.which + 1}`}`, layer.which))) return
    }
  })

const FORMS = [
  { form: "ora", label: "OpenRaster", says: "every layer by itself" },
  { form: "svg", label: "SVG", says: "strokes as outlines" },
  { form: "pdf", label: "PDF", says: "a page at its true size" },
  { form: "inkml", label: "InkML", says: "the strokes of the hand" },
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
      if (left) notice(`Not all of it is in the file: ${left}.`)
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
    notice([`${came.count} strokes came in.`, ...came.assumed].join(" "))
  })
}
</script>

<template>
  <div class="out">
    <section aria-label="Picture">
      <div class="row">
        <ElInputNumber
          v-model="dpi"
          :min="1"
          :max="MOST_DPI"
          :controls="false"
          aria-label="Dots per inch of the file"
        />
        <span>dots per inch</span>
      </div>
      <p class="hm-small">{{ sentence }}</p>
      <label class="row"><ElSwitch v-model="paper" aria-label="With the paper" /> With the paper</label>
      <label class="row"
        ><ElSwitch v-model="underlay" aria-label="With the underlay" /> With the underlay</label
      >
      <label class="row"><ElSwitch v-model="guides" aria-label="With the guides" /> With the guides</label>
    </section>
    <section aria-label="Files made here" class="files">
      <p class="hm-small">Made on this device</p>
      <button type="button" class="hm-quiet" :disabled="Boolean(busy)" @click="picture">
        <FileDown :size="20" /> PNG <span class="hm-small">inked anew at that size</span>
      </button>
      <button type="button" class="hm-quiet" :disabled="Boolean(busy)" @click="layers">
        <FileDown :size="20" /> PNG of each layer <span class="hm-small">with clear ground</span>
      </button>
      <div v-if="busy === 'png' || busy === 'layers'" class="row">
        <ElProgress
          class="bar"
          :percentage="Math.round(100 * engine.written.value)"
          :stroke-width="8"
          aria-label="Writing"
        />
        <ElButton @click="engine.api.stopWriting()"><X :size="18" /> Stop</ElButton>
      </div>
    </section>
    <section aria-label="Files of the server" class="files">
      <p class="hm-small" :class="{ away }">
        {{ away ? "The server writes these, and it is away just now" : "Written by the server" }}
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
          aria-label="The server writes"
        />
        <ElButton @click="stopping?.abort()"><X :size="18" /> Stop</ElButton>
      </div>
    </section>
    <section aria-label="Files in" class="files">
      <p class="hm-small">Into this sheet</p>
      <button type="button" class="hm-quiet" :disabled="Boolean(busy) || away" @click="strokesFile?.click()">
        <FileUp :size="20" /> Strokes of InkML <span class="hm-small">in the brush in hand</span>
      </button>
      <input
        ref="strokesFile"
        type="file"
        accept=".inkml,.xml,application/inkml+xml"
        hidden
        aria-label="InkML to lay on the sheet"
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
  white-space: nowrap;
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
