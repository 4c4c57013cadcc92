<script setup lang="ts">
// A place where things lie side by side: the way to the others, what can be done here, and below it the things.
import FetchingYours from "./FetchingYours.vue"
import PlaceNav from "./PlaceNav.vue"
import RoomMenu from "./RoomMenu.vue"
</script>

<template>
  <main class="frame">
    <header>
      <PlaceNav />
      <span class="space" />
      <slot name="acts" />
      <RoomMenu />
    </header>
    <FetchingYours />
    <slot />
  </main>
</template>

<style scoped>
.frame {
  max-width: 1400px;
  min-height: 100%;
  margin: 0 auto;
  padding: 8px 24px 32px;
}
header {
  display: flex;
  align-items: center;
  min-height: 56px;
  flex-wrap: wrap;
}
.space {
  flex: 1;
}
</style>
