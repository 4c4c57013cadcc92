<script setup lang="ts">
import { useEventListener } from "@vueuse/core"
import { watch, watchEffect } from "vue"
import { useSession } from "@/device/useSession"
import { pictureOf } from "@/device/pictures"
import { closeDevice, openDevice, presentStore, putToSleep, takenOver, trouble } from "@/device/useDevice"
import { setBringing, useEngine } from "@/engine/useEngine"
import { notice } from "@/parts/notice"
import TakenOver from "./TakenOver.vue"
import { useRenewal } from "./useRenewal"

const session = useSession()
const { generation } = useEngine()
setBringing((digest) => {
  if (!presentStore.value) throw new Error("Nobody is signed in whose picture this is.")
  return pictureOf(presentStore.value, digest)
})
useRenewal()
useEventListener(window, "pagehide", ({ persisted }) => persisted && putToSleep())
// Awake again it begins anew, with what other pages did meanwhile.
useEventListener(window, "pageshow", ({ persisted }) => persisted && location.reload())
watchEffect(() => {
  document.documentElement.dataset.theme = session.account?.theme ?? "fog"
})
watch(
  () => session.account?.id,
  async () => {
    if (!session.account) return closeDevice()
    const { store } = openDevice(session.account)
    // What was wished without a network, and is not known on the server yet.
    const wishes = await store.whole(await store.acts.filter((one) => one.kind === "prefer").toArray())
    if (session.account) Object.assign(session.account, ...wishes.map((one) => one.body))
  },
  { immediate: true },
)
watch(trouble, (sentence) => sentence && notice(sentence))
watch(generation, () =>
  notice("The ink stopped and was started anew. A stroke that was being drawn is lost; all else is here."),
)
</script>

<template>
  <RouterView v-slot="{ Component, route }">
    <!-- Another brush is another bench, another source another table; another worker needs other canvases. -->
    <component
      :is="Component"
      :key="`${route.params.brush ?? route.params.source ?? route.params.sheet ?? String(route.name)} ${generation}`"
    />
  </RouterView>
  <TakenOver v-if="takenOver" :by="takenOver" />
</template>
