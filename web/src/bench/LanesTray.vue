<script setup lang="ts">
// The proof strokes: which set this brush is shown on, and lanes of one's own.
import { ArrowDown, ArrowUp, Download, Eye, EyeOff, Trash2 } from "@lucide/vue"
import { computed, ref } from "vue"
import ChoiceBar from "@/parts/ChoiceBar.vue"
import { useBench } from "./useBench"

const bench = useBench()
const { lanes } = bench.own
const name = ref("")
const assumed = ref<string[]>()
const SHIPPED = "as shipped"

const set = computed(() => String(bench.state.value?.document.proofs ?? ""))
/** Where new lanes go. */
const target = computed(() => set.value || "mine")
const sets = computed(() => {
  const names = [...new Set([...lanes.value.map((one) => one.set), ...(set.value ? [set.value] : [])])]
  return [{ value: "", label: SHIPPED }, ...names.map((one) => ({ value: one, label: one }))]
})
const shown = computed(() => lanes.value.filter((one) => one.set === target.value))
const loose = computed(() => bench.proofs.strokes.value.length)

function show(next: string): void {
  bench.changeMany({ proofs: next }, "proofs")
  bench.closeStep()
}

function record(): void {
  bench.record(name.value.trim() || "My strokes", target.value)
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

function rename(event: Event, key: string): void {
  const lane = lanes.value.find((one) => one.key === key)
  const next = (event.target as HTMLInputElement).value.trim()
  if (lane && next && next !== lane.label) bench.own.change(lane, { label: next })
}
</script>

<template>
  <div class="lanes">
    <div class="choose">
      <p class="small">This brush is shown on</p>
      <ChoiceBar label="Set of proof strokes" :options="sets" :model-value="set" @update:model-value="show" />
      <form class="new" @submit.prevent="record">
        <input
          v-model="name"
          maxlength="80"
          aria-label="Name of the new lane"
          placeholder="Name of a new lane"
        />
        <button type="submit" class="quiet on" :disabled="loose === 0">
          Record {{ loose === 1 ? "your stroke" : `your ${loose} strokes` }}
        </button>
      </form>
      <label class="quiet file">
        Read strokes from InkML
        <input type="file" accept=".inkml,.xml,application/inkml+xml" @change="read" />
      </label>
      <ul v-if="assumed" class="small" role="status">
        <li>The lane was read.</li>
        <li v-for="one in assumed" :key="one">{{ one }}</li>
      </ul>
    </div>
    <ol v-if="shown.length > 0">
      <li v-for="(lane, i) in shown" :key="lane.key" :class="{ hidden: lane.hidden }">
        <input
          :value="lane.label"
          maxlength="80"
          :aria-label="`Name of ${lane.label}`"
          @change="rename($event, lane.key)"
        />
        <span class="small count">{{ lane.strokes.length }}</span>
        <button
          type="button"
          class="quiet"
          :aria-label="lane.hidden ? `Show ${lane.label}` : `Hide ${lane.label}`"
          @click="bench.own.change(lane, { hidden: !lane.hidden })"
        >
          <component :is="lane.hidden ? EyeOff : Eye" :size="20" />
        </button>
        <button
          type="button"
          class="quiet"
          :aria-label="`${lane.label}: earlier`"
          :disabled="i === 0"
          @click="bench.own.move(lane, -1)"
        >
          <ArrowUp :size="20" />
        </button>
        <button
          type="button"
          class="quiet"
          :aria-label="`${lane.label}: later`"
          :disabled="i === shown.length - 1"
          @click="bench.own.move(lane, 1)"
        >
          <ArrowDown :size="20" />
        </button>
        <a
          :href="`/api/lanes/${lane.key}.inkml`"
          class="quiet"
          :aria-label="`Save ${lane.label} as InkML`"
          download
        >
          <Download :size="20" />
        </a>
        <button
          type="button"
          class="quiet"
          :aria-label="`Delete ${lane.label}`"
          @click="bench.own.remove(lane)"
        >
          <Trash2 :size="20" />
        </button>
      </li>
    </ol>
    <p v-else class="none">
      No lanes of your own yet. Draw on the proof sheet what you draw all day, and record it: every brush can
      then be shown on your own hand.
    </p>
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
input:not([type="file"]) {
  flex: 1;
  min-width: 0;
  height: 44px;
  padding: 0 8px;
  border: 0;
  border-bottom: 1px solid var(--rule);
  background: none;
  color: inherit;
  font: inherit;
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
ol li {
  display: flex;
  align-items: center;
}
.hidden input {
  opacity: 0.5;
}
.count {
  flex: 0 0 32px;
}
.none {
  flex: 1;
  align-self: center;
  max-width: 46ch;
}
@media (max-width: 1000px) {
  .lanes {
    flex-direction: column;
    gap: 12px;
  }
  .choose {
    flex: none;
  }
}
</style>
