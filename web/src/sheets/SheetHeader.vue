<script setup lang="ts">
// Which sheet lies here, how large it is, whether it is kept, and what can be done with it.
import { t } from "@/words"
import { ChevronRight } from "@lucide/vue"
import { computed } from "vue"
import { full } from "@/device/useDevice"
import { SAYS } from "@/device/useKept"
import { sizeTold } from "@/documents/sheetWords"
import PlaceBar from "@/frame/PlaceBar.vue"
import RoomMenu from "@/frame/RoomMenu.vue"
import SignInAgain from "@/frame/SignInAgain.vue"
import { TRAYS, type Tray } from "./trays"
import { useSheet } from "./useSheet"

const open = defineModel<Tray | undefined>("open")
const emit = defineEmits<{ name: [] }>()
const { row, document, waiting, status } = useSheet()
const says = computed(() => {
  if (status.gone.value) return t("sheets.deleted-on-another-device")
  if (status.theirs.value) return t("sheets.in-two-states")
  if (full.value) return SAYS.unkept!
  if (waiting.way.value === "signed out") return SAYS["signed-out"]!
  return waiting.away.value ? SAYS.waiting! : SAYS.kept!
})
const worry = computed(
  () =>
    full.value ||
    waiting.way.value === "signed out" ||
    waiting.away.value ||
    status.gone.value ||
    status.theirs.value !== undefined,
)
const sizes = computed(() => document.value && `${sizeTold(document.value)} · ${document.value.dpi} dpi`)
</script>

<template>
  <PlaceBar
    :trays="TRAYS"
    :open="open"
    :says="says"
    :worry="worry"
    @tray="open = open === $event ? undefined : $event"
  >
    <template #where>
      <RouterLink to="/sheets" class="hm-quiet crumb">{{ t("sheets.sheets") }}</RouterLink>
      <ChevronRight :size="16" class="step" />
      <h1 v-if="row" class="hm-around">
        <button type="button" class="hm-quiet crumb name" @click="emit('name')">{{ row.name }}</button>
      </h1>
      <span class="hm-small told">{{ sizes }}</span>
    </template>
    <template #remedy><SignInAgain :way="waiting.way.value" /></template>
    <template #more><RoomMenu /></template>
  </PlaceBar>
</template>

<style scoped>
.told {
  margin-left: 12px;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
@media (max-width: 56.25rem) {
  .told {
    display: none;
  }
}
</style>
