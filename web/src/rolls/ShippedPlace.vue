<script setup lang="ts">
// A roll that ships: its brushes on one's own strokes, to be drawn with before any of them is taken.
import { t } from "@/words"
import { ElButton } from "element-plus"
import { computed, ref } from "vue"
import { useRoute, useRouter } from "vue-router"
import TryBrushes from "@/choosers/TryBrushes.vue"
import { presentStore } from "@/device/useDevice"
import CrumbHeader from "@/frame/CrumbHeader.vue"
import { useShipped } from "./useShipped"

const props = defineProps<{ roll: string }>()
const router = useRouter()
const { query } = useRoute()
/** The roll that somebody began a new brush in. */
const into = query.into ? String(query.into) : undefined
const { shipped, take } = useShipped(presentStore.value!, (brush) => router.push(`/bench/${brush}`))
const roll = computed(() => shipped.value.find((one) => one.name === props.roll))
// They are told apart by their names: they have no pockets yet.
const brushes = computed(() => (roll.value?.brushes ?? []).map((one) => ({ ...one, id: one.name })))
const tried = ref(String(query.brush ?? ""))
const one = computed(() => brushes.value.find(({ id }) => id === tried.value) ?? brushes.value[0])
</script>

<template>
  <main class="place">
    <CrumbHeader
      :place="{ to: '/rolls', label: t('rolls.rolls') }"
      :name="props.roll"
      :says="t('rolls.ships-with-hollowmist')"
    >
      <ElButton v-if="brushes.length > 1" @click="take(props.roll, brushes, into)">
        {{ t("rolls.take-all-2", { count: brushes.length }) }}
      </ElButton>
      <ElButton v-if="one" type="primary" @click="take(props.roll, [one], into)">{{
        t("rolls.take", { name: one.name })
      }}</ElButton>
    </CrumbHeader>
    <TryBrushes v-model="tried" :brushes="brushes" :note="(brush) => brush.note" :aria-busy="!roll">
      <template #about>
        <nav :aria-label="t('rolls.rolls-that-ship')">
          <RouterLink
            v-for="other in shipped"
            :key="other.name"
            class="hm-quiet"
            active-class="here"
            replace
            :to="{ params: { roll: other.name }, query: into ? { into } : {} }"
          >
            {{ other.name }}
          </RouterLink>
        </nav>
      </template>
    </TryBrushes>
  </main>
</template>

<style scoped>
.place {
  display: flex;
  flex-direction: column;
  height: 100%;
}
nav {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  margin-bottom: 12px;
}
.here {
  background: var(--active);
  color: var(--on-active);
}
</style>
