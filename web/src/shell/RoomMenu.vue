<script setup lang="ts">
// Light of the room, drawing hand, and the way out.
import { SlidersHorizontal } from "@lucide/vue"
import { ElPopover } from "element-plus"
import { ref } from "vue"
import { useSession } from "@/device/useSession"
import { countWaiting, forgetDevice, presentStore } from "@/device/useDevice"
import ChoiceBar from "@/parts/ChoiceBar.vue"
import MakerDialog from "./MakerDialog.vue"
import PocketsDialog from "./PocketsDialog.vue"
import WhatWaits from "./WhatWaits.vue"

const session = useSession()
const THEMES = [
  { value: "fog", label: "fog" },
  { value: "daylight", label: "daylight" },
  { value: "lamp", label: "lamp" },
] as const
const HANDS = [
  { value: "left", label: "left" },
  { value: "right", label: "right" },
] as const

const making = ref(false)
const showing = ref(false)
/** What it shows is read from the store: not before it is asked for. */
const asked = ref(false)
/** How many acts wait, where a sign-out would let go of them. */
const waiting = ref(0)

async function leave(sure = false): Promise<void> {
  waiting.value = await countWaiting()
  if (waiting.value > 0 && !sure) return
  await forgetDevice()
  await session.leave()
  // A fresh page: its workers and what they hold are gone with the old one.
  location.assign("/sign-in")
}
</script>

<template>
  <ElPopover trigger="click" placement="bottom-end" :width="300">
    <template #reference>
      <button type="button" class="hm-quiet" aria-label="Settings"><SlidersHorizontal :size="20" /></button>
    </template>
    <div v-if="session.account" class="menu">
      <p class="hm-small">Light of the room</p>
      <ChoiceBar
        label="Light of the room"
        :options="[...THEMES]"
        :model-value="session.account.theme ?? 'fog'"
        @update:model-value="session.prefer({ theme: $event })"
      />
      <p class="hm-small">Hand that draws</p>
      <ChoiceBar
        label="Hand that draws"
        :options="[...HANDS]"
        :model-value="session.account.hand ?? 'right'"
        @update:model-value="session.prefer({ hand: $event })"
      />
      <p class="hm-small">On this device</p>
      <WhatWaits v-if="presentStore" :key="presentStore.account" :store="presentStore" />
      <button type="button" class="hm-quiet out" @click="making = true">
        Maker: what goes out with your packs
      </button>
      <button type="button" class="hm-quiet out" @click="asked = showing = true">How brushes show</button>
      <RouterLink to="/pen-fitting" class="hm-quiet out">Pen fitting</RouterLink>
      <a href="/notices.txt" target="_blank" rel="noopener" class="hm-quiet out">Licences</a>
      <button type="button" class="hm-quiet out" @click="leave()">
        Sign out {{ session.account.username }}
      </button>
      <template v-if="waiting > 0">
        <p class="hm-small" role="alert">
          {{ waiting === 1 ? "One thing you did waits" : `${waiting} things you did wait` }} for the network,
          and would be lost. Wait for it, or sign out and let them go.
        </p>
        <button type="button" class="hm-quiet out" @click="leave(true)">Sign out and let them go</button>
      </template>
    </div>
  </ElPopover>
  <MakerDialog v-model="making" />
  <PocketsDialog v-if="asked && presentStore" :key="`pockets ${presentStore.account}`" v-model="showing" />
</template>

<style scoped>
.menu {
  display: grid;
  gap: 6px;
}
.out {
  justify-self: start;
  padding-left: 0;
  margin-top: 8px;
  text-decoration: underline;
}
</style>
