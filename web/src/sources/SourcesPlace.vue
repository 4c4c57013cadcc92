<script setup lang="ts">
import { t } from "@/words"
import { Camera, ClipboardPaste, ImagePlus, PenTool, Sparkles } from "@lucide/vue"
import { useEventListener } from "@vueuse/core"
import { ElButton, ElInput } from "element-plus"
import { computed, onMounted, ref, shallowRef, useTemplateRef } from "vue"
import { useRouter } from "vue-router"
import { presentStore, useFetching } from "@/device/useDevice"
import { GENERATORS } from "@/generated/layout"
import ChoiceBar from "@/parts/ChoiceBar.vue"
import NameDialog from "@/parts/NameDialog.vue"
import { notice } from "@/parts/notice"
import PlaceFrame from "@/frame/PlaceFrame.vue"
import ComingIn from "./ComingIn.vue"
import GeneratorChooser from "@/choosers/GeneratorChooser.vue"
import NewBrush from "@/choosers/NewBrush.vue"
import type { Kind, Makes, Start } from "@/documents/recipe"
import SourceCard from "./SourceCard.vue"
import { useSources, type Coming, type Source } from "@/pictures/useSources"

const router = useRouter()
const { sources, problem, opened, open, takeInAll, make, duplicate, remove, rename } = useSources()
const fetching = useFetching(presentStore.value!)
const FILTERS = [
  { value: "all", label: t("sources.all") },
  { value: "shape", label: t("sources.shapes") },
  { value: "grain", label: t("sources.grains") },
] as const
const filter = ref<(typeof FILTERS)[number]["value"]>("all")
const words = ref("")
const files = useTemplateRef("files")
const camera = useTemplateRef("camera")
const coming = ref<Coming[]>([])
const generating = ref(false)
const naming = ref(false)
const brushing = ref(false)
const held = shallowRef<Source>()

onMounted(open)

const found = computed(() => {
  const wanted = words.value.trim().toLowerCase()
  return sources.value.filter(
    (one) =>
      (filter.value === "all" || one.makes === filter.value) &&
      (!wanted || `${one.name} ${one.note ?? ""}`.toLowerCase().includes(wanted)),
  )
})
const own = computed(() => found.value.filter((one) => !one.shipped))
const shipped = computed(() => found.value.filter((one) => one.shipped))

const table = (source: { id: string }) => router.push(`/sources/${source.id}`)

async function take(given: { file: Blob; name: string }[]): Promise<void> {
  if (given.length === 0) return
  coming.value = given.map(({ name }) => ({ name, state: "waits", message: "" }))
  const taken = await takeInAll(given, coming.value)
  if (given.length === 1 && taken[0]) {
    const { source, notes } = taken[0]
    if (notes.length > 0) notice(notes.join(" "))
    coming.value = []
    if (source) await table(source)
  }
}

function chosen(event: Event): void {
  const input = event.target as HTMLInputElement
  const given = [...(input.files ?? [])].map((file) => ({ file, name: file.name }))
  input.value = ""
  void take(given)
}

async function paste(): Promise<void> {
  try {
    const items = await navigator.clipboard.read()
    const given: { file: Blob; name: string }[] = []
    for (const item of items) {
      const type = item.types.find((one) => one.startsWith("image/"))
      if (type) given.push({ file: await item.getType(type), name: t("sources.from-the-clipboard") })
    }
    if (given.length === 0) notice(t("sources.there-is-no-picture-on-the"))
    else await take(given)
  } catch {
    notice(t("sources.the-clipboard-cannot-be-read-here"))
  }
}

useEventListener(window, "paste", (event: ClipboardEvent) => {
  const given = [...(event.clipboardData?.files ?? [])].filter((one) => one.type.startsWith("image/"))
  void take(given.map((file) => ({ file, name: file.name || t("sources.from-the-clipboard") })))
})

async function generate(kind: Kind): Promise<void> {
  const source = await make(kind.label, kind.makes as Makes, {
    start: { ...kind.begins } as Start,
    steps: [],
  })
  if (source) await table(source)
}

async function draw(): Promise<void> {
  const steps = [{ kind: "draw", on: true, strokes: [] }]
  const source = await make(t("sources.drawn"), "shape", { start: { kind: "blank", side: 512 }, steps })
  if (source) await table(source)
}

async function copy(source: Source): Promise<void> {
  const made = await duplicate(source)
  if (source.shipped) await table(made)
}

function name(source: Source): void {
  held.value = source
  naming.value = true
}

function brush(source: Source): void {
  held.value = source
  brushing.value = true
}
</script>

<template>
  <PlaceFrame>
    <template #acts>
      <button type="button" class="hm-quiet" @click="files?.click()">
        <ImagePlus :size="20" /> {{ t("sources.pictures") }}
      </button>
      <button type="button" class="hm-quiet" @click="camera?.click()">
        <Camera :size="20" /> {{ t("sources.camera") }}
      </button>
      <button type="button" class="hm-quiet" @click="paste">
        <ClipboardPaste :size="20" /> {{ t("sources.paste") }}
      </button>
      <button type="button" class="hm-quiet" @click="generating = true">
        <Sparkles :size="20" /> {{ t("sources.generate") }}
      </button>
      <button type="button" class="hm-quiet" @click="draw">
        <PenTool :size="20" /> {{ t("sources.draw") }}
      </button>
      <input
        ref="files"
        type="file"
        accept="image/*,.svg,.tif,.tiff"
        multiple
        hidden
        :aria-label="t('sources.picture-files')"
        @change="chosen"
      />
      <input ref="camera" type="file" accept="image/*" capture="environment" hidden @change="chosen" />
    </template>
    <div class="finder">
      <ElInput
        v-model="words"
        :placeholder="t('sources.search-by-name-or-note')"
        clearable
        :aria-label="t('sources.search-sources')"
      />
      <ChoiceBar v-model="filter" :label="t('sources.show')" :options="[...FILTERS]" />
    </div>
    <p v-if="problem" class="problem" role="alert">
      {{ problem }} <ElButton @click="open">{{ t("sources.try-again") }}</ElButton>
    </p>
    <ComingIn v-if="coming.length > 0" :coming="coming" @close="coming = []" />
    <section :aria-label="t('sources.yours')">
      <h2>{{ t("sources.yours") }}</h2>
      <p v-if="fetching === false && own.length === 0 && !words" class="empty">
        {{ t("sources.take-a-photo-of-gravel-cloth") }}
      </p>
      <div v-else class="prints">
        <SourceCard
          v-for="one in own"
          :key="one.id"
          :source="one"
          @open="table(one)"
          @duplicate="copy(one)"
          @name="name(one)"
          @remove="remove(one)"
          @brush="brush(one)"
        />
      </div>
    </section>
    <section v-if="shipped.length > 0" :aria-label="t('sources.shipped')">
      <h2>{{ t("sources.from-skerrow") }}</h2>
      <div class="prints">
        <SourceCard
          v-for="one in shipped"
          :key="one.id"
          :source="one"
          @open="table(one)"
          @duplicate="copy(one)"
          @brush="brush(one)"
        />
      </div>
    </section>
    <p v-if="opened && found.length === 0 && words" class="empty">{{ t("sources.nothing-by-that-name") }}</p>
    <GeneratorChooser v-model="generating" :kinds="GENERATORS" @pick="generate" />
    <NameDialog
      v-model="naming"
      :name="held?.name ?? ''"
      :note="held?.note ?? ''"
      @take="(to, note) => held && rename(held.id, to, note)"
    />
    <NewBrush v-if="held" v-model="brushing" :source="held" />
  </PlaceFrame>
</template>

<style scoped>
.finder {
  display: flex;
  align-items: end;
  gap: 24px;
}
.finder :deep(.el-input) {
  max-width: 420px;
}
h2 {
  margin: 16px 0 8px;
  font-size: 1.125rem;
}
.prints {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  gap: 20px 16px;
}
.empty {
  padding: 16px 0;
  max-width: 60ch;
}
.problem {
  color: var(--ember);
}
</style>
