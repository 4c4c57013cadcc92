<script setup lang="ts">
// The proof strokes: which set this brush is shown on, and lanes of one's own.
import { t } from "@/words"
import { FolderPlus, Type } from "@lucide/vue"
import { useLocalStorage } from "@vueuse/core"
import { ElOption, ElSelect } from "element-plus"
import { computed, ref } from "vue"
import { useLive } from "@/device/useLive"
import { firstWord, settingOf, type WordWish } from "@/documents/words"
import ChoiceBar from "@/parts/ChoiceBar.vue"
import FormDialog from "@/parts/FormDialog.vue"
import NameDialog from "@/parts/NameDialog.vue"
import WordFields from "@/choosers/WordFields.vue"
import { writtenStrokes } from "@/pictures/writtenStrokes"
import LaneRow from "./LaneRow.vue"
import { useBench } from "../useBench"
import { setOfSheet, sheetOfSet } from "./useSheetLane"

const bench = useBench()
const { lanes } = bench.own
const name = ref("")
const assumed = ref<string[]>()
const SHIPPED = t("bench.as-shipped")

const set = bench.shownSet
/** Where new lanes go. */
const target = computed(() => (set.value && !sheetOfSet(set.value) ? set.value : "mine"))
const sheets = useLive(() => bench.store.sheets.toArray(), [])
const writing = ref(false)
/** Height of an x of a word that becomes a lane, px: a word of eight letters is about as long as a lane. */
const X_HEIGHT = 44
const word = useLocalStorage<WordWish>("word on the bench", firstWord(""))
const missing = ref("")

async function writeWord(): Promise<void> {
  const setting = settingOf(word.value, X_HEIGHT, 2.4 * X_HEIGHT, X_HEIGHT)
  const written = await bench.engine.api.writeLine(word.value.text, setting)
  if (!written) return
  missing.value = written.missing
  const strokes = writtenStrokes(written, setting.seed)
  if (strokes.length > 0) bench.keepWord(word.value.text.trim(), target.value, strokes)
}
/** Longest name of a set. */
const MOST = 40
const naming = ref(false)
const names = computed(() => [
  ...new Set([...lanes.value.map((one) => one.set), ...(set.value ? [set.value] : [])]),
])
const sets = computed(() => [
  { value: "", label: SHIPPED },
  ...names.value.filter((one) => !sheetOfSet(one)).map((one) => ({ value: one, label: one })),
])
const shown = computed(() => lanes.value.filter((one) => one.set === target.value))
const loose = computed(() => bench.proofs.strokes.value.length)

function show(next: string): void {
  bench.changeMany({ proofs: next }, "proofs")
  bench.closeStep()
}

function record(): void {
  bench.record(name.value.trim() || t("bench.my-strokes"), target.value)
  name.value = ""
}

async function read(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ""
  if (!file) return
  assumed.value = await bench.own.read(file, target.value)
  if (assumed.value) show(target.value)
}
</script>

<template>
  <div class="lanes">
    <div class="choose">
      <p class="hm-small">{{ t("bench.this-brush-is-shown-on") }}</p>
      <div class="sets">
        <ChoiceBar
          :label="t('bench.set-of-proof-strokes')"
          :options="sets"
          :model-value="set"
          @update:model-value="show"
        />
        <button type="button" class="hm-quiet" :aria-label="t('bench.new-set')" @click="naming = true">
          <FolderPlus :size="20" />
        </button>
      </div>
      <form class="new" @submit.prevent="record">
        <input
          v-model="name"
          class="hm-entry"
          maxlength="80"
          :aria-label="t('bench.name-of-the-new-lane')"
          :placeholder="t('bench.name-of-a-new-lane')"
        />
        <button type="submit" class="hm-quiet hm-on" :disabled="loose === 0">
          {{
            t("bench.record-your", {
              strokes:
                loose === 1
                  ? t("bench.stroke")
                  : loose > 1
                    ? t("bench.strokes", { loose })
                    : t("bench.strokes-2"),
            })
          }}
        </button>
      </form>
      <button type="button" class="hm-quiet write" @click="writing = true">
        <Type :size="20" /> {{ t("bench.write-a-word-as-a-lane") }}
      </button>
      <ElSelect
        v-if="sheets.length > 0"
        class="sheet"
        :model-value="sheetOfSet(set) ?? ''"
        :placeholder="t('bench.show-it-on-a-sheet-of')"
        :aria-label="t('bench.show-it-on-a-sheet')"
        clearable
        @change="show($event ? setOfSheet($event) : '')"
      >
        <ElOption v-for="one in sheets" :key="one.id" :value="one.id" :label="one.name" />
      </ElSelect>
      <label class="hm-quiet file">
        {{ t("bench.read-strokes-from-inkml") }}
        <input type="file" accept=".inkml,.xml,application/inkml+xml" @change="read" />
      </label>
      <p v-if="missing" class="hm-small" role="status">
        {{ t("bench.left-out-since-no-letter-is", { letters: [...missing].join(" ") }) }}
      </p>
      <ul v-if="assumed" class="hm-small" role="status">
        <li>{{ t("bench.the-lane-was-read") }}</li>
        <li v-for="one in assumed" :key="one">{{ one }}</li>
      </ul>
    </div>
    <ol v-if="shown.length > 0">
      <LaneRow
        v-for="(lane, i) in shown"
        :key="lane.key"
        :lane="lane"
        :sets="names"
        :first="i === 0"
        :last="i === shown.length - 1"
      />
    </ol>
    <p v-else class="none">
      {{
        t("bench.draw-on-the-proof-sheet-what", {
          yet:
            lanes.length > 0 ? t("bench.no-lanes-in-yet", { target }) : t("bench.no-lanes-of-your-own-yet"),
        })
      }}
    </p>
    <FormDialog
      v-model="writing"
      :title="t('bench.a-word-as-a-lane')"
      :wide="true"
      :disabled="!word.text.trim()"
      @take="writeWord"
    >
      <WordFields
        v-if="bench.state.value"
        v-model="word"
        :document="bench.state.value.document"
        :without="['x_height']"
      />
    </FormDialog>
    <NameDialog v-model="naming" name="" note="" :noted="false" :most="MOST" @take="show" />
  </div>
</template>

<style scoped>
.lanes {
  display: flex;
  gap: 40px;
  height: 100%;
}
.choose {
  flex: 0 0 420px;
  display: flex;
  flex-direction: column;
  gap: 8px;
}
.new {
  display: flex;
  gap: 8px;
}
.sets {
  display: flex;
  align-items: center;
}
.sets > :first-child {
  flex: 1;
}
.write {
  align-self: flex-start;
  padding-left: 0;
}
.file {
  display: inline-flex;
  align-items: center;
  align-self: flex-start;
  text-decoration: underline;
  padding-left: 0;
}
.file input {
  position: absolute;
  width: 1px;
  height: 1px;
  opacity: 0;
}
ol,
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
ol {
  flex: 1;
  min-width: 0;
  overflow-y: auto;
}
.none {
  flex: 1;
  align-self: center;
  max-width: 46ch;
}
@media (max-width: 62.5rem) {
  .lanes {
    flex-direction: column;
    gap: 12px;
  }
  .choose {
    flex: none;
  }
}
</style>
