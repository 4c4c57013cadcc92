<script setup lang="ts">
// Where the brush lies, whether it is kept, and the room's own controls.
import { language, t } from "@/words"
import { ChevronRight, Columns2, Flag, Frame, Grid3x3, Layers2, MousePointer2, Rows3 } from "@lucide/vue"
import { computed } from "vue"
import { full } from "@/device/useDevice"
import { SAYS } from "@/device/useKept"
import PlaceBar from "@/frame/PlaceBar.vue"
import RoomMenu from "@/frame/RoomMenu.vue"
import SignInAgain from "@/frame/SignInAgain.vue"
import { useBench } from "./useBench"

/** Trays that are opened up here. */
type Tray = "checkpoints" | "beside" | "variations" | "lanes" | "layers"
const emit = defineEmits<{ name: []; tray: [key: Tray] }>()
defineProps<{ open: string | undefined }>()
const TRAYS = [
  { key: "checkpoints", label: t("bench.checkpoints"), icon: Flag },
  { key: "beside", label: t("bench.side-by-side"), icon: Columns2 },
  { key: "variations", label: t("bench.variations"), icon: Grid3x3 },
  { key: "lanes", label: t("bench.lanes"), icon: Rows3 },
  { key: "layers", label: t("bench.layers"), icon: Layers2 },
] as const
const practising = defineModel<boolean>("practising", { required: true })
const capturing = defineModel<boolean>("capturing", { required: true })
const bench = useBench()
const { status, keptAt, message, roll } = bench.keeping
const { away } = bench.waiting

const clock = computed(
  () =>
    keptAt.value?.toLocaleTimeString(language, { hour: "2-digit", minute: "2-digit", hour12: false }) ?? "",
)
const says = computed(() => {
  if (status.value === "kept" && full.value) return SAYS.unkept!
  if (status.value === "kept" && away.value) return t("bench.your-strokes-wait-all-is-safe")
  return SAYS[status.value] ?? message.value
})
const worry = computed(
  () => away.value || full.value || !["opening", "kept", "keeping"].includes(status.value),
)
</script>

<template>
  <PlaceBar class="bar" :trays="TRAYS" :open="open" :says="says" :worry="worry" @tray="emit('tray', $event)">
    <template #where>
      <RouterLink to="/rolls" class="hm-quiet crumb">{{ t("bench.rolls") }}</RouterLink>
      <ChevronRight :size="16" class="step" />
      <RouterLink v-if="roll" :to="{ path: '/rolls', query: { open: roll.id } }" class="hm-quiet crumb">{{
        roll.name
      }}</RouterLink>
      <ChevronRight :size="16" class="step" />
      <h1 v-if="bench.state.value" class="hm-around">
        <button type="button" class="hm-quiet crumb name" @click="emit('name')">
          {{ bench.state.value.name }}
        </button>
      </h1>
    </template>
    <template #since>
      <span v-if="status === 'kept' && !away" class="clock"> {{ clock }}</span>
    </template>
    <template #remedy>
      <SignInAgain :way="bench.waiting.way.value" />
    </template>
    <template #more>
      <button
        type="button"
        class="hm-quiet"
        :aria-label="t('bench.capture')"
        :aria-pressed="capturing"
        @click="capturing = !capturing"
      >
        <Frame :size="20" /> <span class="word">{{ t("bench.capture") }}</span>
      </button>
      <button
        type="button"
        class="hm-quiet"
        :aria-label="t('bench.practice-pen')"
        :aria-pressed="practising"
        @click="practising = !practising"
      >
        <MousePointer2 :size="20" /> <span class="word">{{ t("bench.practice-pen") }}</span>
      </button>
      <RoomMenu />
    </template>
  </PlaceBar>
</template>

<style scoped>
.clock {
  margin-left: 0.35em;
}
/* What is wrong matters more than the time. */
@media (max-width: 87.5rem) {
  .clock {
    display: none;
  }
}
/* Upright, the doors stand in a row of their own, with their words. */
@media (max-width: 62.5rem) {
  .bar :deep(.doors) {
    flex: 1 0 100%;
  }
}
</style>
