<script setup lang="ts">
// The lending shelf: rolls that others lend, and one's own among them.
import { t } from "@/words"
import { Search } from "@lucide/vue"
import { ElButton } from "element-plus"
import { onMounted } from "vue"
import { presentStore } from "@/device/useDevice"
import { useRollList } from "@/device/useRollList"
import PlaceNav from "@/frame/PlaceNav.vue"
import RoomMenu from "@/frame/RoomMenu.vue"
import LentRolls from "./LentRolls.vue"
import LotCard from "./LotCard.vue"
import { useShelf } from "./useShelf"

const rolls = useRollList(presentStore.value!)
const { lots, loans, mine, problem, opened, busy, text, open, lend, takeBack } = useShelf()
onMounted(open)
</script>

<template>
  <main class="place">
    <header>
      <PlaceNav />
      <span class="space" />
      <label class="search">
        <Search :size="20" />
        <input
          v-model="text"
          type="search"
          :placeholder="t('shelf.find-on-the-shelf')"
          :aria-label="t('shelf.find-on-the-shelf')"
          maxlength="80"
        />
      </label>
      <RoomMenu />
    </header>
    <div class="scroll">
      <LentRolls
        :loans="loans"
        :rolls="rolls"
        :busy="busy"
        :away="problem !== ''"
        @lend="lend"
        @back="takeBack"
      />
      <p v-if="problem" class="problem" role="alert">
        {{ problem }}
        <ElButton @click="open">{{ t("shelf.look-again") }}</ElButton>
      </p>
      <p v-else-if="opened && lots.length === 0" role="status">
        {{
          text.trim()
            ? t("shelf.nothing-on-the-shelf-has-in", { text: text.trim() })
            : t("shelf.the-shelf-is-empty-just-now")
        }}
      </p>
      <div v-else class="lots" :aria-busy="!opened">
        <LotCard v-for="lot in lots" :key="lot.id" :lot="lot" :mine="mine.has(lot.id)" />
      </div>
    </div>
  </main>
</template>

<style scoped>
.place {
  display: flex;
  flex-direction: column;
  height: 100%;
}
header {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 16px;
  padding: 8px 20px;
}
.space {
  flex: 1;
}
.search {
  display: flex;
  align-items: center;
  gap: 8px;
  border-bottom: 1px solid var(--rule);
}
.search input {
  width: 180px;
  height: 44px;
  border: 0;
  background: none;
}
.scroll {
  flex: 1;
  overflow-y: auto;
  padding: 4px 20px 32px;
}
.problem {
  display: flex;
  align-items: center;
  gap: 16px;
  margin-top: 24px;
  color: var(--ember);
}
/* Boards, with what lies on them: no room between, so that a board goes on to the wall. */
.lots {
  --board: color-mix(in srgb, var(--room-deep) 55%, var(--wood));
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(320px, 1fr));
  gap: 28px 0;
  margin-top: 24px;
}
</style>
