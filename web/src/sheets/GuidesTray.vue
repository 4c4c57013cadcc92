<script setup lang="ts">
// The guides that are ruled on the sheet: each kind with what belongs to it.
import type { Setting } from "@/documents/brush"
import type { Guides } from "@/documents/sheet"
import { computed } from "vue"
import { GUIDES } from "@/generated/layout"
import SettingField from "@/parts/SettingField.vue"
import { useSheet } from "./useSheet"

/** The switch of each kind, and what belongs to it. */
const KINDS: [Setting["name"], Setting["name"][]][] = [
  ["lettering", ["measure", "nib", "x_height", "cap", "ascender", "descender", "line", "first"]],
  ["slanted", ["slant", "slant_gap"]],
  ["fan", ["nib_angle"]],
  ["grid", ["grid_gap"]],
  ["margins", ["margin"]],
]
/** These are drawn with the lines of lettering alone. */
const OF_LETTERING = new Set(["slanted", "fan"])

const { document, change, closeStep } = useSheet()
const named = (name: string) => (GUIDES as unknown as Setting[]).find((one) => one.name === name)!
const guides = computed(() => document.value!.guides)
const kinds = computed(() =>
  KINDS.filter(([kind]) => guides.value.lettering || !OF_LETTERING.has(kind)).map(([kind, parts]) => ({
    kind: named(kind),
    parts: guides.value[kind as keyof Guides] ? parts.map(named) : [],
  })),
)
/** A height has the unit that heights are told in. */
function labelled(setting: Setting): Setting {
  return setting.unit || setting.kind !== "number"
    ? setting
    : { ...setting, unit: guides.value.measure === "mm" ? "mm" : "nibs" }
}

function set(name: string, value: number | string | boolean): void {
  change({ guides: { ...guides.value, [name]: value } }, `guide ${name}`)
}
</script>

<template>
  <div v-if="document" class="guides">
    <section v-for="{ kind, parts } in kinds" :key="kind.name" :class="{ wide: parts.length > 4 }">
      <SettingField
        :setting="kind"
        :helped="false"
        :model-value="guides[kind.name as keyof Guides]"
        @update:model-value="set(kind.name, $event)"
        @done="closeStep()"
      />
      <div class="parts">
        <SettingField
          v-for="part in parts"
          :key="part.name"
          :setting="labelled(part)"
          :helped="false"
          :model-value="guides[part.name as keyof Guides]"
          @update:model-value="set(part.name, $event)"
          @done="closeStep()"
        />
      </div>
    </section>
  </div>
</template>

<style scoped>
.guides {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(250px, 1fr));
  gap: 4px 32px;
}
.wide {
  grid-column: span 2;
}
.parts {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(230px, 1fr));
  gap: 0 32px;
}
@media (max-width: 43.75rem) {
  .wide {
    grid-column: auto;
  }
}
</style>
