<script setup lang="ts">
import { watchEffect } from "vue"
import { useSession } from "@/account/useSession"

const session = useSession()
watchEffect(() => {
  document.documentElement.dataset.theme = session.account?.theme ?? "fog"
})
</script>

<template>
  <RouterView />
</template>
