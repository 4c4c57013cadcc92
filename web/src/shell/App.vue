<script setup lang="ts">
import { watchEffect } from "vue"
import { useSession } from "@/account/useSession"

const session = useSession()
watchEffect(() => {
  document.documentElement.dataset.theme = session.account?.theme ?? "fog"
})
</script>

<template>
  <RouterView v-slot="{ Component, route }">
    <!-- Another brush is another bench, another source another table. -->
    <component :is="Component" :key="String(route.params.brush ?? route.params.source ?? route.name)" />
  </RouterView>
</template>
