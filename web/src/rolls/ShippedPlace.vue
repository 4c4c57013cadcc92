<script setup lang="ts">
// A roll that ships: its brushes on one's own strokes, to be drawn with before any of them is taken.
import { ElButton } from "element-plus"
import { computed, ref } from "vue"
import { useRoute } from "vue-router"
import TryBrushes from "@/choosers/TryBrushes.vue"
import { presentStore } from "@/device/useDevice"
import CrumbHeader from "@/frame/CrumbHeader.vue"
import { useShipped } from "./useShipped"

const props = defineProps<{ roll: string }>()
const { shipped, take } = useShipped(presentStore.value!)
const roll = computed(() => shipped.value.find((one) => one.name === props.roll))
// They are told apart by their names: they have no pockets yet.
const brushes = computed(() => (roll.value?.brushes ?? []).map((one) => ({ ...one, id: one.name })))
const tried = ref(String(useRoute().query.brush ?? ""))
const one = computed(() => brushes.value.find(({ id }) => id === tried.value) ?? brushes.value[0])
</script>

<template>
  <main class="place">
    <CrumbHeader :place="{ to: '/rolls', label: 'Rolls' }" :name="props.roll" says="ships with Hollowmist">
      <ElButton v-if="brushes.length > 1" @click="take(props.roll, brushes)">
        Take all {{ brushes.length }}
      </ElButton>
      <ElButton v-if="one" type="primary" @click="take(props.roll, [one])">Take {{ one.name }}</ElButton>
    </CrumbHeader>
    <TryBrushes v-model="tried" :brushes="brushes" :note="(brush) => brush.note" :aria-busy="!roll" />
  </main>
</template>

<style scoped>
.place {
  display: flex;
  flex-direction: column;
  height: 100%;
}
</style>
