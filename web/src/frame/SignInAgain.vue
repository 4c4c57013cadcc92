<script setup lang="ts">
// The way in for whoever was signed out while they worked: back to the very place.
import { t } from "@/words"
import { useRoute, useRouter } from "vue-router"
import type { Way } from "@/device/carrying/send"
import { useSession } from "@/device/useSession"

defineProps<{ way: Way }>()
const session = useSession()
const route = useRoute()
const router = useRouter()

async function signIn(): Promise<void> {
  await session.leave()
  await router.push({ name: "sign-in", query: { to: route.fullPath } })
}
</script>

<template>
  <button v-if="way === 'signed out'" type="button" class="hm-quiet again" @click="signIn">
    {{ t("frame.sign-in-again") }}
  </button>
</template>

<style scoped>
.again {
  flex: none;
  white-space: nowrap;
  text-decoration: underline;
}
</style>
