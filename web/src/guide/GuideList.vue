<script setup lang="ts">
// The guide's pages, each with the brush that it comes to.
import { t } from "@/words"
import PlaceNav from "@/frame/PlaceNav.vue"
import RoomMenu from "@/frame/RoomMenu.vue"
import PocketPicture from "@/pictures/PocketPicture.vue"
import { lastOf, PAGES } from "./pages"
import { useGuide } from "./useGuide"

const { documentOf, strokesOf } = useGuide()
const cards = PAGES.map((page) => ({ ...page, shown: lastOf(page) }))
</script>

<template>
  <main class="place">
    <header>
      <PlaceNav />
      <span class="space" />
      <RoomMenu />
    </header>
    <h1>{{ t("guide.the-guide") }}</h1>
    <p class="hm-small">{{ t("guide.each-page-makes-one-brush-from") }}</p>
    <ul>
      <li v-for="page in cards" :key="page.key">
        <RouterLink :to="`/guide/${page.key}`" class="card">
          <PocketPicture
            v-if="page.shown && strokesOf(page.shown).length && documentOf(page.shown)"
            class="stroke"
            :which="strokesOf(page.shown)"
            :document="documentOf(page.shown)!"
          />
          <span v-else class="stroke" />
          <strong>{{ page.title }}</strong>
          <span class="hm-small">{{ page.lead }}</span>
        </RouterLink>
      </li>
    </ul>
  </main>
</template>

<style scoped>
.place {
  height: 100%;
  overflow-y: auto;
  padding: 0 20px 40px;
}
header {
  display: flex;
  align-items: center;
  min-height: 60px;
}
.space {
  flex: 1;
}
ul {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(260px, 1fr));
  gap: 24px 20px;
  margin: 20px 0 0;
  padding: 0;
  list-style: none;
}
.card {
  display: grid;
  gap: 4px;
  color: inherit;
  text-decoration: none;
}
.card strong {
  font-size: 1.125rem;
}
.stroke {
  display: block;
  width: 100%;
  height: 150px;
  margin-bottom: 4px;
  background: var(--sheet);
  object-fit: contain;
}
</style>
