<script setup lang="ts">
// The way to the first brush of an account, once that is on this device.
import { t } from "@/words"
import { watch } from "vue"
import { useRouter } from "vue-router"
import type { Way } from "@/device/carrying/send"
import { openDevice } from "@/device/useDevice"
import { useLive } from "@/device/useLive"
import { useSession } from "@/device/useSession"
import { byPlace } from "@/documents/places"

const { store } = openDevice(useSession().account!)
const router = useRouter()

/** Its bench; the rolls, where all is here and there is none; nothing as long as it may still come. */
async function where(): Promise<string> {
  const whole = (await store.mark("caught up", false)) || (await store.mark<Way>("way", "near")) !== "near"
  for (const roll of (await store.rolls.toArray()).sort(byPlace)) {
    const [brush] = (await store.brushes.where("roll").equals(roll.id).toArray()).sort(byPlace)
    if (brush) return `/bench/${brush.id}`
  }
  return whole ? "/rolls" : ""
}
const found = useLive(where, "")

watch(found, (path) => path && void router.replace(path), { immediate: true })
</script>

<template>
  <main class="hm-small on-its-way" role="status" aria-busy="true">
    {{ t("rolls.fetching-what-is-yours") }}
  </main>
</template>

<style scoped>
.on-its-way {
  display: grid;
  place-items: center;
  height: 100%;
}
</style>
