<script setup lang="ts">
// Light of the room, drawing hand, what fingers do, and the way out.
import { LANGUAGES, language, speak, t } from "@/words"
import { SlidersHorizontal } from "@lucide/vue"
import { ElPopover, ElSwitch } from "element-plus"
import { useFullscreen } from "@vueuse/core"
import { computed, ref } from "vue"
import { handOver } from "@/api/files"
import { useSession } from "@/device/useSession"
import { countWaiting, forgetDevice, presentStore } from "@/device/useDevice"
import { writeWaiting } from "@/device/waitingFile"
import { notice } from "@/parts/notice"
import ChoiceBar from "@/parts/ChoiceBar.vue"
import { useTapping } from "@/drawing/useFingerTaps"
import { useFingers } from "@/drawing/useFingers"
import AccountDialog from "./AccountDialog.vue"
import MakerDialog from "./MakerDialog.vue"
import PocketsDialog from "./PocketsDialog.vue"
import { useWalk } from "./useWalk"
import WhatWaits from "./WhatWaits.vue"

const session = useSession()
const walk = useWalk()
const THEMES = [
  { value: "system", label: t("frame.as-the-device") },
  { value: "fog", label: t("frame.fog") },
  { value: "daylight", label: t("frame.daylight") },
  { value: "lamp", label: t("frame.lamp") },
] as const
const HANDS = [
  { value: "left", label: t("frame.left") },
  { value: "right", label: t("frame.right") },
] as const

const FINGERS = [
  { value: "move", label: t("frame.pen-alone-draws") },
  { value: "draw", label: t("frame.fingers-draw-too") },
] as const
const { fingers } = useFingers()
const tapping = useTapping()
const screen = useFullscreen()

const making = ref(false)
const account = ref(false)
const showing = ref(false)
/** What it shows is read from the store: not before it is asked for. */
const asked = ref(false)
/** What waits or was refused, where a sign-out would let go of it. */
const lost = ref({ waiting: 0, refused: 0 })
const written = ref(false)
const asks = computed(() => lost.value.waiting + lost.value.refused > 0)

const says = computed(() => {
  const { waiting, refused } = lost.value
  const some = (count: number, one: string, many: string) =>
    count === 0
      ? []
      : [count === 1 ? t("frame.one-thing-you-did", { one }) : t("frame.things-you-did", { count, many })]
  const sentence = [
    ...some(waiting, t("frame.waits-for-the-network"), t("frame.wait-for-the-network")),
    ...some(refused, t("frame.was-refused-and-is-held-for"), t("frame.were-refused-and-are-held-for")),
  ].join(", and ")
  return t("frame.signed-out-they-are-gone-from", {
    first: sentence.charAt(0).toUpperCase(),
    rest: sentence.slice(1),
  })
})

async function leave(sure = false): Promise<void> {
  lost.value = await countWaiting()
  if (asks.value && !sure) return
  await forgetDevice()
  await session.leave()
  // A fresh page: its workers and what they hold are gone with the old one.
  location.assign("/sign-in")
}

function stay(): void {
  lost.value = { waiting: 0, refused: 0 }
  written.value = false
}

async function write(): Promise<void> {
  try {
    const file = await writeWaiting(presentStore.value!)
    handOver(file, `hollowmist-waiting-${new Date().toISOString().slice(0, 10)}.zip`)
    written.value = true
  } catch (error) {
    notice(t("frame.the-file-could-not-be-written"))
    console.error(error)
  }
}
</script>

<template>
  <ElPopover trigger="click" placement="bottom-end" :width="320" @hide="stay">
    <template #reference>
      <button type="button" class="hm-quiet" :aria-label="t('frame.settings')">
        <SlidersHorizontal :size="20" />
      </button>
    </template>
    <div v-if="session.account && !asks" class="menu" role="dialog" :aria-label="t('frame.settings')">
      <p class="hm-small">{{ t("frame.light-of-the-room") }}</p>
      <ChoiceBar
        :label="t('frame.light-of-the-room')"
        :options="[...THEMES]"
        :model-value="session.account.theme ?? 'system'"
        @update:model-value="session.prefer({ theme: $event })"
      />
      <p class="hm-small">{{ t("frame.hand-that-draws") }}</p>
      <ChoiceBar
        :label="t('frame.hand-that-draws')"
        :options="[...HANDS]"
        :model-value="session.account.hand ?? 'right'"
        @update:model-value="session.prefer({ hand: $event })"
      />
      <p class="hm-small">{{ t("frame.fingers-on-paper-on-this-device") }}</p>
      <ChoiceBar v-model="fingers" :label="t('frame.fingers-on-paper')" :options="[...FINGERS]" />
      <label class="taps">
        {{ t("frame.two-fingers-tap-undo-three-redo") }}
        <ElSwitch v-model="tapping" :aria-label="t('frame.two-fingers-tap-undo-three-redo')" />
      </label>
      <!-- In every language by its own name, so that everybody finds it. -->
      <p class="hm-small">{{ t("frame.language") }}</p>
      <ChoiceBar
        :label="t('frame.language')"
        :options="[...LANGUAGES]"
        :model-value="language"
        @update:model-value="speak"
      />
      <p class="hm-small">{{ t("frame.on-this-device") }}</p>
      <WhatWaits v-if="presentStore" :key="presentStore.account" :store="presentStore" />
      <button type="button" class="hm-quiet out" @click="making = true">
        {{ t("frame.maker-what-goes-out-with-your") }}
      </button>
      <button v-if="screen.isSupported.value" type="button" class="hm-quiet out" @click="screen.toggle()">
        {{ screen.isFullscreen.value ? t("frame.leave-the-full-screen") : t("frame.full-screen") }}
      </button>
      <button type="button" class="hm-quiet out" @click="asked = showing = true">
        {{ t("frame.how-brushes-show") }}
      </button>
      <RouterLink to="/guide" class="hm-quiet out">{{ t("frame.the-guide") }}</RouterLink>
      <RouterLink to="/first" class="hm-quiet out" @click="walk.begin()">{{
        t("frame.first-steps")
      }}</RouterLink>
      <RouterLink to="/pen-fitting" class="hm-quiet out">{{ t("frame.pen-fitting") }}</RouterLink>
      <button type="button" class="hm-quiet out" @click="account = true">
        {{ t("frame.account-and-password") }}
      </button>
      <a href="/notices.txt" target="_blank" rel="noopener" class="hm-quiet out">{{ t("frame.licences") }}</a>
      <button type="button" class="hm-quiet out" @click="leave()">
        {{ t("frame.sign-out", { username: session.account.username }) }}
      </button>
    </div>
    <div v-else-if="session.account" class="menu" role="alert">
      <p>{{ says }}</p>
      <p v-if="written">
        {{ t("frame.they-are-in-the-file-now") }} <em>{{ t("frame.rolls") }}</em>,
        <em>{{ t("frame.read-packs-or-pictures") }}</em>.
      </p>
      <button type="button" class="hm-quiet out" @click="write">{{ t("frame.write-them-to-a-file") }}</button>
      <button type="button" class="hm-quiet out" @click="leave(true)">
        {{ written ? t("frame.sign-out-2") : t("frame.sign-out-and-delete-them") }}
      </button>
      <button type="button" class="hm-quiet out" @click="stay">{{ t("frame.stay-signed-in") }}</button>
    </div>
  </ElPopover>
  <MakerDialog v-model="making" />
  <AccountDialog v-model="account" />
  <PocketsDialog v-if="asked && presentStore" :key="`pockets ${presentStore.account}`" v-model="showing" />
</template>

<style scoped>
.menu {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 6px;
  max-height: calc(100dvh - 96px);
  overflow-y: auto;
}
.menu p {
  text-wrap: pretty;
}
.taps {
  display: flex;
  align-items: center;
  justify-content: space-between;
  min-height: 44px;
}
.menu :deep(.choice button) {
  padding: 0 6px;
}
.out {
  justify-self: start;
  justify-content: flex-start;
  text-align: left;
  padding-left: 0;
  margin-top: 8px;
  text-decoration: underline;
}
</style>
