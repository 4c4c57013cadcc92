<script setup lang="ts">
import { watch, watchEffect } from "vue"
import { useSession } from "@/account/useSession"
import { closeDevice, openDevice, trouble } from "@/device/useDevice"
import { useEngine } from "@/engine/useEngine"
import { notice } from "./notice"
import { useRenewal } from "./useRenewal"

const session = useSession()
const { generation } = useEngine()
useRenewal()
watchEffect(() => {
  document.documentElement.dataset.theme = session.account?.theme ?? "fog"
})
watch(
  () => session.account,
  (account) => (account ? void openDevice(account) : closeDevice()),
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
      :key="`${route.params.brush ?? route.params.source ?? String(route.name)} ${generation}`"
    />
  </RouterView>
</template>
