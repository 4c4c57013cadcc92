<script setup lang="ts">
// What comes in: a look inside first, inked here; then a report of what came in, what was renamed, what was left and why.
import { answered, t } from "@/words"
import { ElButton, ElCheckbox, ElDialog, ElOption, ElProgress, ElSelect } from "element-plus"
import { computed, watch } from "vue"
import { presentStore } from "@/device/useDevice"
import type { BrushDocument } from "@/documents/brush"
import { makerTold, type Maker } from "@/documents/maker"
import PocketPicture from "@/pictures/PocketPicture.vue"
import { useTryStrokes } from "@/pictures/useTryStrokes"
import type { Line, Report } from "./packs"
import { useReading } from "./useReading"

const props = defineProps<{ files: File[] }>()
const open = defineModel<boolean>({ required: true })
const reading = useReading(presentStore.value!)
const { lanes, mine, wanted, strokes } = useTryStrokes(presentStore.value!)
/** Brushes are looked at on one's own strokes where there are some, else as they would lie in their pockets. */
const POCKET = { value: "", label: t("packs.as-in-a-pocket") }
watch(mine, (now) => (wanted.value = now), { immediate: true })
const { coming, busy, unwanted, copies, brushes, ready, changed } = reading

watch(open, (now) => (now ? void reading.open(props.files) : reading.stop()), { immediate: true })

const brushesIn = ({ lines }: Report) => lines.filter(({ what }) => what === "brush")
const documentOf = ({ documents }: Report, { id }: Line) =>
  documents[id] as unknown as BrushDocument | undefined
const SAYS: Record<Line["outcome"], string> = {
  in: "new",
  renamed: t("packs.named-alike"),
  there: t("packs.there-already"),
  changed: t("packs.changed-here-since"),
  left: t("packs.cannot-be-read"),
}
const SAID: Record<Line["outcome"], [one: string, many: string]> = {
  in: [t("packs.came-in"), t("packs.came-in")],
  renamed: [t("packs.came-in-under-another-name"), t("packs.came-in-under-other-names")],
  there: [t("packs.was-there-already"), t("packs.were-there-already")],
  changed: [t("packs.was-changed-here-since-and-stays"), t("packs.were-changed-here-since-and-stay")],
  left: [t("packs.was-left"), t("packs.were-left")],
}
const pictures = computed(() => coming.value.filter(({ kind }) => kind === "picture"))
const done = computed(() => coming.value.length > 0 && !ready.value && !busy.value)

function toggle({ id, outcome }: Line): void {
  if (outcome === "left") return
  const now = new Set(unwanted.value)
  if (!now.delete(id)) now.add(id)
  unwanted.value = now
}

/** "7 brushes came in". */
function summed(report: Report): { text: string; lines: Line[] }[] {
  const groups: { text: string; lines: Line[] }[] = []
  for (const outcome of Object.keys(SAID) as Line["outcome"][]) {
    for (const what of [
      "roll",
      "brush",
      "source",
      "lane",
      "checkpoint",
      "recipe",
      "sheet",
      "look",
    ] as const) {
      const lines = report.lines.filter((one) => one.outcome === outcome && one.what === what)
      if (lines.length === 0) continue
      const many = what === "brush" ? "brushes" : `${what}s`
      const [noun, verb] = lines.length === 1 ? [what, SAID[outcome][0]] : [many, SAID[outcome][1]]
      groups.push({ text: `${lines.length} ${noun} ${verb}`, lines })
    }
  }
  return groups
}
</script>

<template>
  <ElDialog
    v-model="open"
    :title="done ? t('packs.what-came-in') : t('packs.a-look-inside')"
    width="min(920px, 96vw)"
    align-center
  >
    <label v-if="!done && coming.some(({ state }) => state === 'looked')" class="on hm-small">
      {{ t("packs.shown-on") }}
      <ElSelect
        v-model="wanted"
        class="lane"
        :placeholder="POCKET.label"
        :aria-label="t('packs.lane-that-the-brushes-are-shown')"
      >
        <ElOption
          v-for="each in [POCKET, ...lanes]"
          :key="each.value"
          :value="each.value"
          :label="each.label"
        />
      </ElSelect>
    </label>
    <div class="files">
      <section v-for="one in coming.filter(({ kind }) => kind === 'pack')" :key="one.file.name">
        <h3>{{ one.file.name }}</h3>
        <p
          v-if="one.report && makerTold(one.report.maker as unknown as Maker) !== 'Somebody'"
          class="hm-small"
        >
          {{ t("packs.by", { Maker: makerTold(one.report.maker as unknown as Maker) }) }}
        </p>
        <template v-if="one.state === 'looking' || one.state === 'reading'">
          <p role="status">
            {{ one.state === "looking" ? t("packs.looking-inside") : t("packs.bringing-it-in") }}
          </p>
          <ElProgress
            :percentage="Math.round(100 * one.share)"
            :stroke-width="8"
            :aria-label="t('packs.how-far-it-is')"
          />
        </template>
        <p v-if="one.state === 'refused'" class="refused" role="alert">{{ one.message }}</p>
        <ul v-if="one.state === 'looked' && one.report" class="brushes">
          <li v-for="line in brushesIn(one.report)" :key="line.id">
            <button
              type="button"
              class="card"
              :class="{ off: unwanted.has(line.id) || line.outcome === 'left' }"
              :aria-pressed="!unwanted.has(line.id)"
              @click="toggle(line)"
            >
              <PocketPicture
                v-if="documentOf(one.report, line)"
                class="stroke"
                :which="wanted ? strokes : 'stroke'"
                :document="documentOf(one.report, line)!"
              />
              <strong>{{ line.name }}</strong>
              <span class="hm-small">{{
                unwanted.has(line.id) ? t("packs.not-wanted") : SAYS[line.outcome]
              }}</span>
              <span v-if="line.detail" class="hm-small">{{ answered(line.detail) }}</span>
            </button>
          </li>
        </ul>
        <ul v-if="one.state === 'done' && one.report" class="report">
          <li v-for="group in summed(one.report)" :key="group.text">
            {{ group.text }}
            <span v-for="line in group.lines.filter(({ detail }) => detail)" :key="line.id" class="hm-small">
              {{ line.name }}: {{ answered(line.detail) }}
            </span>
          </li>
          <li v-if="one.report.spare > 0">
            {{ t("packs.other-files-in-it-were-left", { spare: one.report.spare }) }}
          </li>
        </ul>
      </section>
      <section v-for="one in coming.filter(({ kind }) => kind === 'waiting')" :key="one.file.name">
        <h3>{{ one.file.name }}</h3>
        <p :class="{ refused: one.state === 'refused' }" role="status">
          {{ one.message || t("packs.what-you-had-done-when-you") }}
        </p>
      </section>
      <section v-if="pictures.length > 0">
        <h3>
          {{ pictures.length === 1 ? t("packs.a-picture") : t("packs.pictures", { count: pictures.length }) }}
        </h3>
        <p class="hm-small">
          {{
            busy || done
              ? t("packs.of", {
                  count: pictures.filter(({ state }) => state === "done" || state === "refused").length,
                  all: pictures.length,
                })
              : t("packs.each-becomes-a-shape-or-a")
          }}
        </p>
        <ul class="report">
          <li v-for="one in pictures" :key="one.file.name">
            {{ one.file.name }}
            <span class="hm-small" :class="{ refused: one.state === 'refused' }">
              {{ one.state === "reading" ? t("packs.coming-in") : one.message }}
            </span>
          </li>
        </ul>
        <ElCheckbox v-if="!done" v-model="brushes">{{ t("packs.make-a-brush-of-each-as") }}</ElCheckbox>
      </section>
    </div>
    <div class="acts">
      <ElCheckbox v-if="changed && !done" v-model="copies">{{
        t("packs.bring-what-was-changed-here-since")
      }}</ElCheckbox>
      <span class="space" />
      <ElButton v-if="busy" @click="reading.stop()">{{ t("packs.stop") }}</ElButton>
      <ElButton v-else @click="open = false">{{ done ? t("packs.good") : t("packs.leave-it") }}</ElButton>
      <ElButton v-if="ready" type="primary" :disabled="busy" @click="reading.read()">{{
        t("packs.take-it-in")
      }}</ElButton>
    </div>
  </ElDialog>
</template>

<style scoped>
.on {
  display: flex;
  align-items: center;
  gap: 10px;
  margin-bottom: 12px;
}
.lane {
  width: 220px;
}
.files {
  display: grid;
  gap: 20px;
  max-height: 66vh;
  overflow-y: auto;
}
h3 {
  font-size: 1.125rem;
}
ul {
  margin: 8px 0 0;
  padding: 0;
  list-style: none;
}
.brushes {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(116px, 1fr));
  gap: 10px;
}
.card {
  display: flex;
  flex-direction: column;
  width: 100%;
  padding: 0 0 6px;
  border: 0;
  border-bottom: 3px solid var(--active);
  background: none;
  text-align: left;
  cursor: pointer;
}
.card.off {
  border-bottom-color: transparent;
}
.card.off .stroke {
  opacity: 0.45;
}
.stroke {
  width: 100%;
  height: 200px;
  margin-bottom: 4px;
  background: var(--sheet);
}
strong {
  line-height: 1.2;
}
.report li {
  padding: 8px 0;
  border-bottom: 1px solid var(--rule);
}
.report .hm-small {
  display: block;
}
.refused {
  color: var(--ember);
}
.acts {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
  margin-top: 16px;
}
.space {
  flex: 1;
}
</style>
