<script setup lang="ts">
// The first look on a new device: what is a person's own comes, how far that is, and what comes is shown as it comes.
import { t } from "@/words"
import { ElProgress } from "element-plus"
import { presentStore, useFetching } from "@/device/useDevice"

const fetching = useFetching(presentStore.value!)
</script>

<template>
  <p v-if="fetching && fetching.away" role="status">
    {{ t("frame.hollowmist-cannot-be-reached-just-now") }}
  </p>
  <div v-else-if="fetching" class="going" role="status" data-fetching>
    <p>{{ t("frame.fetching-what-is-yours") }}</p>
    <ElProgress
      :percentage="Math.round(100 * fetching.share)"
      :stroke-width="6"
      :show-text="false"
      :aria-label="t('frame.how-much-of-it-is-here')"
    />
  </div>
</template>

<style scoped>
/* Beside what comes, and not above it: nothing moves away from under a thumb once all of it is here. */
.going {
  position: fixed;
  left: 24px;
  bottom: 24px;
  width: 260px;
  padding: 12px 16px 14px;
  border-radius: 8px;
  background: var(--room-deep);
  box-shadow: var(--shadow);
  pointer-events: none;
  z-index: 10;
}
.going p {
  margin: 0 0 8px;
}
.going :deep(.el-progress-bar__outer) {
  background: var(--rule);
}
</style>
