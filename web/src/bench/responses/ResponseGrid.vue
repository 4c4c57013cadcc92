<script setup lang="ts">
// Everything the hand drives, and through which curve: inputs down, outputs across. Touch a cell to edit it.
import { t } from "@/words"
import type { Input, Output } from "@/documents/brush"
import { computed, onMounted, ref, useTemplateRef, watch } from "vue"
import { INPUTS } from "@/generated/layout"
import { useBench } from "../useBench"
import { COLUMNS, useResponses } from "./useResponses"
import ResponseCell from "./ResponseCell.vue"
import ResponseCurve from "./ResponseCurve.vue"

const props = defineProps<{ drawing: boolean }>()
const bench = useBench()
const { linkOf, tableOf, heard, responses, remove, copyTo } = useResponses(bench)

const first = responses.value.find((one) => one.link.on)
const chosen = ref<{ output: Output; input: Input }>(first ?? { output: "size", input: "pressure" })
const copying = ref(false)
const link = computed(() => linkOf(chosen.value.output, chosen.value.input))
const on = computed(() => responses.value.filter((one) => one.link.on).length)

const scroll = useTemplateRef("scroll")
const showChosen = () =>
  scroll.value?.querySelector("[aria-pressed=true]")?.scrollIntoView({ block: "nearest", inline: "nearest" })
onMounted(showChosen)
watch(chosen, showChosen, { flush: "post" })

function touch(output: Output, input: Input): void {
  const from = link.value
  if (copying.value && from) copyTo(from, output, input)
  copying.value = false
  chosen.value = { output, input }
}
</script>

<template>
  <div class="grid-tray">
    <div ref="scroll" class="scroll">
      <table>
        <thead>
          <tr>
            <th class="corner hm-small">
              {{ copying ? t("bench.touch-where-the-curve-goes") : t("bench.on-2", { on }) }}
            </th>
            <th
              v-for="output in COLUMNS"
              :key="output.name"
              scope="col"
              class="output"
              :title="`${output.help} (${output.station})`"
            >
              <span>{{ output.label }}</span>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="input in INPUTS" :key="input.name">
            <th scope="row" :title="input.help">{{ input.label }}</th>
            <td v-for="output in COLUMNS" :key="output.name" :class="{ begins: output.begins }">
              <ResponseCell
                :label="t('bench.to-2', { label: input.label, output: output.label })"
                :link="linkOf(output.name, input.name)"
                :table="tableOf(output.name, input.name)"
                :live="props.drawing ? heard(input.name) : undefined"
                :chosen="chosen.output === output.name && chosen.input === input.name"
                :span="[output.low, output.high]"
                @touch="touch(output.name, input.name)"
              />
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <ResponseCurve
      :key="`${chosen.input}>${chosen.output}`"
      class="editor"
      v-bind="chosen"
      :drawing="drawing"
      whole
    >
      <template v-if="link">
        <button type="button" class="hm-quiet" :aria-pressed="copying" @click="copying = !copying">
          {{ t("bench.copy-to") }}
        </button>
        <button type="button" class="hm-quiet" @click="remove(chosen)">{{ t("bench.remove") }}</button>
      </template>
    </ResponseCurve>
  </div>
</template>

<style scoped>
.grid-tray {
  display: flex;
  gap: 12px;
  height: 100%;
}
.scroll {
  /* Room for the last of the slanted names. */
  padding-right: 30px;
  flex: 1;
  min-width: 0;
  overflow: auto;
  /* What is brought into sight comes out from under the names. */
  scroll-padding: 4.375rem 32px 4px 6.25rem;
  /* What goes on past the edge fades: there is more to scroll to. */
  mask-image: linear-gradient(to right, black calc(100% - 16px), transparent);
}
table {
  border-collapse: collapse;
  width: 100%;
  /* Sixteen cells for a thumb, and the names beside them. */
  min-width: calc(736px + 6rem);
  table-layout: fixed;
}
th {
  font-weight: 400;
  font-size: 0.875rem;
  text-align: left;
  vertical-align: bottom;
  line-height: 1.1;
  padding: 2px 1px 4px;
}
thead {
  position: sticky;
  top: 0;
  background: var(--room);
  z-index: 2;
}
/* Slanted, so that sixteen names fit over cells for a thumb. */
.output {
  height: 4.125rem;
  padding: 0;
}
.output span {
  display: block;
  width: 0;
  white-space: nowrap;
  transform-origin: left bottom;
  transform: translate(20px, -4px) rotate(-42deg);
}
.corner {
  width: 6rem;
}
tbody th,
.corner {
  position: sticky;
  left: 0;
  background: var(--room);
  z-index: 1;
}
tbody th {
  vertical-align: middle;
}
td {
  padding: 0;
  border: 1px solid var(--room-deep);
}
td.begins {
  border-left: 2px solid var(--rule);
}
.editor {
  flex: 0 0 330px;
}
@media (max-width: 62.5rem) {
  .grid-tray {
    flex-direction: column-reverse;
    gap: 4px;
  }
  .editor {
    flex: 0 0 272px;
  }
}
</style>
