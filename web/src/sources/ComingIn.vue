<script setup lang="ts">
// How files that are taken in fare: what is in, what comes, and what could not be taken and why.
import { t } from "@/words"
import { ElButton, ElProgress } from "element-plus"
import { computed } from "vue"
import type { Coming } from "@/pictures/useSources"

const props = defineProps<{ coming: Coming[] }>()
const emit = defineEmits<{ close: [] }>()
const inside = computed(() => props.coming.filter((one) => one.state === "in").length)
const refused = computed(() => props.coming.filter((one) => one.state === "refused"))
const done = computed(() => inside.value + refused.value.length)
const over = computed(() => done.value === props.coming.length)
</script>

<template>
  <section class="coming" role="status" :aria-label="t('sources.pictures-coming-in')">
    <p>
      <strong>{{ t("sources.of-in", { inside, count: coming.length }) }}</strong>
      <template v-if="refused.length > 0">{{ t("sources.not-taken", { count: refused.length }) }}</template>
    </p>
    <ElProgress v-if="!over" :percentage="Math.round((100 * done) / coming.length)" :show-text="false" />
    <ul v-if="refused.length > 0">
      <li v-for="(one, i) in refused" :key="i">
        <strong>{{ one.name }}</strong> {{ one.message }}
      </li>
    </ul>
    <ElButton v-if="over" @click="emit('close')">{{ t("sources.all-right") }}</ElButton>
  </section>
</template>

<style scoped>
.coming {
  display: grid;
  gap: 8px;
  justify-items: start;
  padding: 12px 0;
}
.coming :deep(.el-progress) {
  width: 100%;
}
ul {
  margin: 0;
  padding-left: 20px;
  color: var(--ember);
}
</style>
