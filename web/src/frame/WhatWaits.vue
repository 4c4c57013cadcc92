<script setup lang="ts">
// What lies on this device: how much waits for the server and why, what it refused, and how full the device is.
import { answered, language, t } from "@/words"
import { computed, onMounted, ref } from "vue"
import { api, reach } from "@/api/client"
import { letGo, tryAgain } from "@/device/stuck"
import { useWaiting } from "@/device/useDevice"
import type { Store } from "@/device/store"

const props = defineProps<{ store: Store }>()
const { waiting, pictures, stuck, way } = useWaiting(props.store)
const held = ref("")

const WAYS = {
  near: t("frame.on-their-way"),
  away: t("frame.until-hollowmist-can-be-reached-and"),
  "signed out": t("frame.until-you-sign-in-again-and"),
  "another account": t("frame.until-your-account-is-signed-in"),
}
const says = computed(() => {
  if (waiting.value === 0) return t("frame.all-you-did-has-arrived")
  const things =
    waiting.value === 1 ? t("frame.one-thing-waits") : t("frame.things-wait", { waiting: waiting.value })
  const beside =
    pictures.value === 1 ? t("frame.with-a-picture") : t("frame.with-pictures", { pictures: pictures.value })
  return `${things}${pictures.value > 0 ? beside : ""}, ${WAYS[way.value]}.`
})

/** What the account's pictures take on the server, told well before there is no more room. */
const room = ref({ says: "", scarce: false })
const SCARCE = 0.9
const mb = (bytes: number) => `${Math.ceil(bytes / 1e6).toLocaleString(language)} MB`

onMounted(async () => {
  const { data } = await reach(api.GET("/api/room"))
  if (data) {
    const scarce = data.used > SCARCE * data.most
    const says = t("frame.your-pictures-take-of-on-the", { used: mb(data.used), most: mb(data.most) })
    room.value = { scarce, says: scarce ? t("frame.delete-sources-or-sheets-that-you", { says }) : says }
  }
})

onMounted(async () => {
  const { usage = 0, quota = 0 } = (await navigator.storage?.estimate?.()) ?? {}
  if (quota > 0) {
    held.value = t("frame.hollowmist-holds-here", { used: mb(usage), most: mb(quota) })
  }
})
</script>

<template>
  <div class="waits">
    <p class="hm-small" role="status">{{ says }} {{ held }}</p>
    <p v-if="room.says" class="hm-small" :class="{ scarce: room.scarce }">{{ room.says }}</p>
    <div v-for="act in stuck" :key="act.id" class="stuck" role="alert">
      <p>{{ answered(act.detail) }}</p>
      <button type="button" class="hm-quiet" @click="tryAgain(store, act.id)">
        {{ t("frame.try-again") }}
      </button>
      <button type="button" class="hm-quiet" @click="letGo(store, act.id)">
        {{ t("frame.let-go-of-it") }}
      </button>
    </div>
  </div>
</template>

<style scoped>
.scarce {
  color: var(--ember);
}
.stuck {
  padding: 8px 0;
  border-top: 1px solid var(--rule);
}
.stuck p {
  margin: 0;
  text-wrap: pretty;
}
</style>
