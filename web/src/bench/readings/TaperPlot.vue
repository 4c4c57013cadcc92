<script setup lang="ts">
// A stroke at full press as it was measured along its length, for each kind of pointer that has tapers of its own.
import { inDigits, said, t } from "@/words"
import { computed } from "vue"
import { ALONG } from "@/generated/layout"
import type { Readings } from "@/engine/questions/readings"
import InkRibbon from "@/parts/ink/InkRibbon.vue"
import { KINDS } from "./useReadings"

const props = defineProps<{ now: Readings }>()
const WIDTH = 640
const HEIGHT = 64
/** A thin point is paler for this long, px, without any taper of the opacity. */
const FADED = 10

type End = "start" | "end"

function says(kind: number, end: End): string {
  const { now } = props
  const of = (length: "taper" | "fade", left: "point" | "faint", what: string, least: number) => {
    const way = now[`${length}_${end}`][kind]!
    return way < least
      ? undefined
      : t("bench.over-px-left", {
          ...{ what, way: inDigits(way, 0) },
          left: Math.round(100 * now[`${left}_${end}`][kind]!),
        })
  }
  const parts = [
    of("taper", "point", t("bench.width"), 1),
    of("fade", "faint", t("bench.opacity"), FADED),
  ].filter(Boolean)
  return parts.length > 0 ? parts.join("; ") : t("bench.no-taper")
}

const rows = computed(() => {
  const { now } = props
  const column = (values: number[], kind: number) => values.slice(kind * ALONG, (kind + 1) * ALONG)
  const found = KINDS.map((kind, i) => ({
    label: said(kind),
    half: column(now.along_width, i).map((width) => width / 2),
    cover: column(now.along_dark, i),
    s: Array.from({ length: ALONG }, (_, k) => k * now.along_step[i]!),
    start: says(i, "start"),
    end: says(i, "end"),
  }))
  const alike = found.every((row) => row.start === found[0]!.start && row.end === found[0]!.end)
  return alike ? [{ ...found[0]!, label: t("bench.all-pointers") }] : found
})
const most = computed(() => Math.max(...rows.value.flatMap((row) => row.half)))
</script>

<template>
  <div class="tapers">
    <figure v-for="row in rows" :key="row.label">
      <InkRibbon v-bind="row" :most="most" :width="WIDTH" :height="HEIGHT" />
      <figcaption>
        <span>{{ row.start }}</span><strong>{{ row.label }}</strong
        ><span>{{ row.end }}</span>
      </figcaption>
    </figure>
  </div>
</template>

<style scoped>
.tapers {
  display: flex;
  flex-direction: column;
  gap: 10px;
}
svg {
  display: block;
  width: 100%;
  background: var(--paper);
}
figcaption {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  font-variant-numeric: tabular-nums;
  font-size: 0.9375rem;
}
</style>
