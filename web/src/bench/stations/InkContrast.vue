<script setup lang="ts">
// How the ink stands against the paper it is tried on.
import { inDigits, t } from "@/words"
import { computed, ref, watch } from "vue"
import { numberOf } from "@/documents/colours"
import { useSession } from "@/device/useSession"
import { useBench } from "../useBench"

/** Ratios from which on WCAG 2.2 calls text legible: large letters, and small ones. */
const LARGE = 3
const SMALL = 4.5
/** Under this ratio nobody sees the line. */
const UNSEEN = 1.1

const bench = useBench()
const session = useSession()
const ratio = ref<number>()
const ink = computed(() => String(bench.state.value?.document.ink ?? "#000000"))
const paper = computed(() => {
  // The room's paper changes with its light.
  void session.account?.theme
  const room = getComputedStyle(document.documentElement).getPropertyValue("--paper").trim()
  return bench.state.value?.document.ground ?? room
})

watch(
  [ink, paper],
  async () => {
    await bench.engine.ready
    ratio.value = await bench.engine.api.contrast(numberOf(ink.value), numberOf(paper.value))
  },
  { immediate: true },
)

const says = computed(() => {
  if (ratio.value === undefined) return ""
  if (ratio.value < UNSEEN) return t("bench.this-ink-cannot-be-seen-on")
  if (ratio.value < LARGE) return t("bench.too-faint-for-lettering")
  return ratio.value < SMALL ? t("bench.enough-for-large-letters") : t("bench.enough-for-small-letters")
})
</script>

<template>
  <p class="hm-small" role="status" :aria-label="t('bench.contrast-of-ink-to-paper')">
    <template v-if="ratio !== undefined">{{
      t("bench.ink-to-paper-1", { ratio: inDigits(ratio, 1), says })
    }}</template>
  </p>
</template>
