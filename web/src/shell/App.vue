<script setup lang="ts">
import { t } from "@/words"
import { useEventListener } from "@vueuse/core"
import { watch, watchEffect } from "vue"
import { useLight } from "@/device/useLight"
import { useSession } from "@/device/useSession"
import { pictureOf } from "@/device/pictures"
import { comesIn } from "@/device/belongings"
import {
  closeDevice,
  couldNotKeep,
  full,
  heldUp,
  openDevice,
  presentStore,
  putToSleep,
  takenOver,
  trouble,
  wantsRoom,
} from "@/device/useDevice"
import { holdWhileChoosing } from "@/device/useFileChoice"
import { setBringing, useEngine } from "@/engine/page/useEngine"
import { notice } from "@/parts/notice"
import HeldUp from "@/frame/HeldUp.vue"
import TakenOver from "@/frame/TakenOver.vue"
import { useRenewal } from "./useRenewal"

const session = useSession()
const { generation, exhausted, tryAgain } = useEngine()
setBringing((digest) => {
  if (!presentStore.value) throw new Error(t("shell.nobody-is-signed-in-whose-picture"))
  return pictureOf(presentStore.value, digest)
})
useRenewal()
holdWhileChoosing()
useEventListener(window, "pagehide", ({ persisted }) => persisted && putToSleep())
// Awake again it begins anew, with what other pages did meanwhile.
useEventListener(window, "pageshow", ({ persisted }) => persisted && location.reload())
const light = useLight()
watchEffect(() => {
  document.documentElement.dataset.theme = light.value
})
watch(
  () => session.account?.id,
  async () => {
    if (!session.account) return closeDevice()
    if (comesIn(session.account.id)) return location.reload()
    const { store } = openDevice(session.account)
    // What was wished without a network, and is not known on the server yet.
    const wishes = await store.whole(await store.acts.filter((one) => one.kind === "prefer").toArray())
    if (session.account) Object.assign(session.account, ...wishes.map((one) => one.body))
  },
  { immediate: true },
)
watch(trouble, (now) => now && notice(now.sentence))
// Whatever writes without waiting for it: a device without room is told of, and no fault of the page.
useEventListener(window, "unhandledrejection", (event) => {
  if (!wantsRoom(event.reason)) return
  event.preventDefault()
  couldNotKeep(event.reason as Error, true)
})
watch(generation, () => notice(t("shell.the-ink-stopped-and-was-started")))
</script>

<template>
  <RouterView v-slot="{ Component, route }">
    <!-- Another brush is another bench, another source another table; another worker needs other canvases. -->
    <component
      :is="Component"
      :key="`${route.params.brush ?? route.params.source ?? route.params.sheet ?? String(route.name)} ${generation}`"
    />
  </RouterView>
  <p v-if="full" class="told" role="alert">
    {{ t("shell.this-device-is-full-what-you") }}
  </p>
  <div v-else-if="exhausted" class="told" role="alert">
    <p>
      {{ t("shell.this-device-has-too-little-memory") }}
    </p>
    <button type="button" class="hm-quiet" @click="tryAgain">{{ t("shell.try-again") }}</button>
  </div>
  <HeldUp v-if="heldUp" :by="heldUp" />
  <TakenOver v-if="takenOver" :by="takenOver" />
</template>

<style scoped>
.told {
  display: flex;
  gap: 16px;
  align-items: center;
  position: fixed;
  left: 50%;
  bottom: 8px;
  transform: translateX(-50%);
  max-width: calc(100vw - 32px);
  margin: 0;
  padding: 10px 16px;
  border-radius: 8px;
  color: var(--paper);
  background: var(--ember);
  z-index: 4000;
}
.told p {
  margin: 0;
  text-wrap: pretty;
}
.told button {
  flex: none;
  color: inherit;
  text-decoration: underline;
}
</style>
