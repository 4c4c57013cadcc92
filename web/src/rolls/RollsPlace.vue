<script setup lang="ts">
import { Plus } from "@lucide/vue"
import { ref, shallowRef, watch } from "vue"
import { useRoute, useRouter } from "vue-router"
import type { StoredBrush } from "@/device/store"
import { presentStore } from "@/device/useDevice"
import type { FilledRoll } from "@/device/useRollList"
import NameDialog from "@/parts/NameDialog.vue"
import PlaceNav from "@/shell/PlaceNav.vue"
import RoomMenu from "@/shell/RoomMenu.vue"
import RollCloth from "./RollCloth.vue"
import { useRolls } from "./useRolls"

const route = useRoute()
const router = useRouter()
const { rolls, problem, opened, duplicate, remove, rename, addBrush, addRoll, renameRoll, shiftRoll } =
  useRolls(presentStore.value!)
const unfolded = ref<Record<string, boolean>>({})
const named = shallowRef<StoredBrush>()
const naming = ref(false)

// Once they are there, the one that was asked for lies open, else the first.
watch(rolls, (now, before) => {
  if (before.length > 0 || now.length === 0) return
  const wanted = String(route.query.open ?? "")
  const first = now.find((one) => one.id === wanted) ?? now[0]!
  unfolded.value[first.id] = true
})

const bench = (id: string) => router.push({ name: "bench", params: { brush: id } })

async function begin(roll: FilledRoll): Promise<void> {
  await bench(await addBrush(roll))
}

function ask(brush: StoredBrush): void {
  named.value = brush
  naming.value = true
}
</script>

<template>
  <main class="rolls">
    <header>
      <PlaceNav />
      <span class="space" />
      <button type="button" class="hm-quiet" @click="addRoll"><Plus :size="20" /> New roll</button>
      <RoomMenu />
    </header>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <p v-else-if="opened && rolls.length === 0">You have no roll yet. Make one, and put a first brush in.</p>
    <RollCloth
      v-for="(roll, i) in rolls"
      :key="roll.id"
      :roll="roll"
      :first="i === 0"
      :last="i === rolls.length - 1"
      :model-value="unfolded[roll.id] ?? false"
      @update:model-value="unfolded[roll.id] = $event"
      @brush="bench($event.id)"
      @duplicate="duplicate"
      @name="ask"
      @remove="remove"
      @add="begin(roll)"
      @rename="renameRoll(roll, $event)"
      @move="shiftRoll(roll, $event)"
    />
    <NameDialog
      v-model="naming"
      :name="named?.name ?? ''"
      :note="named?.note ?? ''"
      @take="(name, note) => named && rename(named, name, note)"
    />
  </main>
</template>

<style scoped>
.rolls {
  display: flex;
  flex-direction: column;
  gap: 12px;
  min-height: 100%;
  max-width: 1400px;
  margin: 0 auto;
  padding: 8px 24px 32px;
}
header {
  display: flex;
  align-items: center;
  min-height: 56px;
}
.space {
  flex: 1;
}
.problem {
  color: var(--ember);
}
</style>
