<script setup lang="ts">
// The places of Hollowmist, side by side; where one is, is the page's heading.
import { t } from "@/words"
import { useRoute } from "vue-router"

const route = useRoute()
const PLACES = [
  { to: "/rolls", label: t("frame.rolls") },
  { to: "/sources", label: t("frame.sources") },
  { to: "/sheets", label: t("frame.sheets") },
  { to: "/shelf", label: t("frame.shelf") },
]
</script>

<template>
  <nav class="places" :aria-label="t('frame.places')">
    <component
      :is="route.path === place.to ? 'h1' : 'span'"
      v-for="place in PLACES"
      :key="place.to"
      class="hm-around"
    >
      <RouterLink :to="place.to" class="place" active-class="here">{{ place.label }}</RouterLink>
    </component>
  </nav>
</template>

<style scoped>
.places {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 0 20px;
}
.place {
  display: inline-flex;
  align-items: center;
  min-width: 44px;
  min-height: 44px;
  color: var(--ink-soft);
  text-decoration: none;
  font-size: 1.25rem;
}
.here {
  color: var(--ink);
  font-size: 1.75rem;
  font-weight: 700;
}
</style>
