<script setup lang="ts">
// A page of the guide beside paper: each of its brushes is inked as it is by then, and can be drawn with on the spot.
import { t } from "@/words"
import { ElButton } from "element-plus"
import { computed, shallowRef, watch } from "vue"
import { useRouter } from "vue-router"
import { takeBrushes } from "@/choosers/takeBrushes"
import { presentStore } from "@/device/useDevice"
import TrySheet from "@/drawing/TrySheet.vue"
import CrumbHeader from "@/frame/CrumbHeader.vue"
import PocketPicture from "@/pictures/PocketPicture.vue"
import { PAGES, type Page, type Shown } from "./pages"
import { useGuide } from "./useGuide"

const props = defineProps<{ page: string }>()
const store = presentStore.value!
const router = useRouter()
const { documentOf, strokesOf, lacks } = useGuide()
const at = computed(() => PAGES.findIndex(({ key }) => key === props.page))
const found = computed<Page | undefined>(() => PAGES[at.value])
const next = computed(() => PAGES[at.value + 1])
const isShown = (part: Page["parts"][number]): part is Shown => "told" in part
const all = computed(() => found.value?.parts.filter(isShown) ?? [])
/** The one that lies on the paper. */
const tried = shallowRef<Shown>()
watch(found, () => (tried.value = all.value.at(-1)), { immediate: true })
const brush = computed(() => tried.value && documentOf(tried.value))

function take(): void {
  if (!brush.value || !found.value) return
  const offered = { name: found.value.title, note: found.value.lead, document: brush.value }
  takeBrushes(store, t("guide.from-the-guide"), [offered], (id) => router.push(`/bench/${id}`))
}
</script>

<template>
  <main class="place">
    <CrumbHeader
      :place="{ to: '/guide', label: t('guide.guide') }"
      :name="found?.title ?? t('guide.no-such-page')"
    >
      <ElButton v-if="brush" type="primary" @click="take">{{ t("guide.take-this-brush") }}</ElButton>
    </CrumbHeader>
    <p v-if="!found" class="lost">
      {{ t("guide.the-guide-has-no-page-of") }}
      <RouterLink to="/guide">{{ t("guide.to-all-its-pages") }}</RouterLink>
    </p>
    <div v-else class="both">
      <article>
        <p class="lead">{{ found.lead }}</p>
        <template v-for="(part, i) in found.parts" :key="`${found.key} ${i}`">
          <figure v-if="isShown(part)">
            <PocketPicture
              v-if="strokesOf(part).length && documentOf(part)"
              class="stroke"
              :which="strokesOf(part)"
              :document="documentOf(part)!"
            />
            <p v-else-if="lacks(part)" class="hm-small">{{ t("guide.a-source-is-not-here") }}</p>
            <figcaption v-if="documentOf(part)">
              <button type="button" class="hm-quiet" :aria-pressed="tried === part" @click="tried = part">
                {{ tried === part ? t("guide.on-the-paper-draw-with-it") : t("guide.try-this-here") }}
              </button>
            </figcaption>
          </figure>
          <!-- Our own Markdown, without any HTML in it. -->
          <!-- eslint-disable-next-line vue/no-v-html -->
          <div v-else class="prose" v-html="part.html" />
        </template>
        <RouterLink v-if="next" :to="`/guide/${next.key}`" class="next">{{
          t("guide.next", { title: next.title })
        }}</RouterLink>
      </article>
      <TrySheet
        v-if="tried && brush"
        class="paper"
        :document="brush"
        :strokes="strokesOf(tried)"
        :label="t('guide.paper-to-try-on-draw-anywhere', { title: found.title })"
      />
    </div>
  </main>
</template>

<style scoped>
.place {
  display: flex;
  flex-direction: column;
  height: 100%;
}
.both {
  flex: 1;
  display: grid;
  grid-template-columns: minmax(340px, 44%) 1fr;
  min-height: 0;
}
article {
  overflow-y: auto;
  padding: 4px 28px 40px 20px;
  line-height: 1.5;
}
.lead {
  max-width: 60ch;
  color: var(--ink-soft);
}
.prose {
  max-width: 60ch;
}
.prose :deep(h2) {
  margin: 24px 0 6px;
  font-size: 1.1875rem;
}
.prose :deep(ol),
.prose :deep(ul) {
  margin: 8px 0;
  padding-left: 24px;
}
.prose :deep(li) {
  margin-bottom: 6px;
}
/* What is touched, as it stands on the screen. */
.prose :deep(strong) {
  border-bottom: 2px solid var(--active);
}
figure {
  margin: 10px 0 18px;
}
.stroke {
  display: block;
  width: 100%;
  height: 150px;
  background: var(--sheet);
  object-fit: contain;
}
.next {
  display: inline-flex;
  align-items: center;
  min-height: 44px;
  margin-top: 16px;
  color: inherit;
}
.lost {
  padding: 20px;
}
@media (max-width: 56.25rem) {
  .both {
    grid-template: minmax(0, 1fr) 38% / 1fr;
  }
}
</style>
