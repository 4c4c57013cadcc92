<script setup lang="ts">
// The first look on a new device: what is a person's own comes, how far that is, and what comes is shown as it comes.
import { ElProgress } from "element-plus"
import { presentStore, useFetching } from "@/device/useDevice"

const fetching = useFetching(presentStore.value!)
</script>

<template>
  <div v-if="fetching" class="fetching" role="status">
    <p>
      {{
        fetching.away
          ? "Hollowmist cannot be reached just now: what is yours comes here as soon as it can be."
          : "Fetching what is yours …"
      }}
    </p>
    <ElProgress
      v-if="!fetching.away"
      :percentage="Math.round(100 * fetching.share)"
      :stroke-width="8"
      :show-text="false"
      aria-label="How much of it is here"
    />
  </div>
</template>

<style scoped>
.fetching {
  max-width: 480px;
  padding: 12px 0;
}
.fetching p {
  margin: 0 0 8px;
}
</style>
