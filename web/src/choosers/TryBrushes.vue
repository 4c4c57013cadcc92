<script setup lang="ts" generic="Brush extends { id: string; name: string; document: BrushDocument }">
// Brushes that are not one's own yet, on one's own strokes: one is chosen among them, and drawn with.
import { t } from "@/words"
import { ElOption, ElSelect } from "element-plus"
import { computed } from "vue"
import { presentStore } from "@/device/useDevice"
import type { BrushDocument } from "@/documents/brush"
import TrySheet from "@/drawing/TrySheet.vue"
import PocketPicture from "@/pictures/PocketPicture.vue"
import { useTryStrokes } from "@/pictures/useTryStrokes"

const props = defineProps<{
  brushes: Brush[]
  /** What is said below a brush's name. */
  note: (brush: Brush) => string
}>()
/** The one that is drawn with. */
const tried = defineModel<string>({ required: true })
const { lanes, wanted, lane, strokes } = useTryStrokes(presentStore.value!)
const one = computed(() => props.brushes.find(({ id }) => id === tried.value) ?? props.brushes[0])
</script>

<template>
  <div class="look">
    <aside>
      <slot name="about" />
      <ul>
        <li v-for="brush in brushes" :key="brush.id">
          <button type="button" class="slip" :aria-pressed="brush.id === one?.id" @click="tried = brush.id">
            <PocketPicture class="stroke" which="stroke" :document="brush.document" />
            <strong>{{ brush.name }}</strong>
            <span v-if="note(brush)" class="hm-small">{{ note(brush) }}</span>
          </button>
        </li>
      </ul>
      <slot name="below" />
    </aside>
    <section class="try">
      <label class="on hm-small">
        {{ t("choosers.tried-on") }}
        <ElSelect
          v-model="wanted"
          :placeholder="lane?.label"
          :aria-label="t('choosers.lane-that-it-is-tried-on')"
        >
          <ElOption v-for="each in lanes" :key="each.value" :value="each.value" :label="each.label" />
        </ElSelect>
      </label>
      <TrySheet
        v-if="one"
        class="sheet"
        :document="one.document"
        :strokes="strokes"
        :label="t('choosers.sheet-to-try-on-draw-anywhere', { name: one.name })"
      />
    </section>
  </div>
</template>

<style scoped>
.look {
  flex: 1;
  display: grid;
  grid-template-columns: minmax(300px, 34%) 1fr;
  min-height: 0;
}
aside {
  overflow-y: auto;
  padding: 8px 20px 24px;
}
ul {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(112px, 1fr));
  gap: 12px;
  margin: 0;
  padding: 0;
  list-style: none;
}
.slip {
  display: flex;
  flex-direction: column;
  width: 100%;
  padding: 0 0 6px;
  border: 0;
  border-bottom: 4px solid transparent;
  background: none;
  text-align: left;
  cursor: pointer;
}
.slip[aria-pressed="true"] {
  border-bottom-color: var(--active);
}
.slip strong {
  line-height: 1.2;
}
.stroke {
  width: 100%;
  height: 260px;
  margin-bottom: 6px;
  background: var(--sheet);
}
.try {
  position: relative;
  display: flex;
  min-width: 0;
  min-height: 0;
}
.sheet {
  flex: 1;
}
/* On paper, whatever the light of the room. */
.on {
  position: absolute;
  z-index: 1;
  bottom: 8px;
  left: 12px;
  display: flex;
  align-items: center;
  gap: 10px;
  width: 280px;
  padding-left: 12px;
  border-radius: 3px;
  background: var(--room);
  white-space: nowrap;
}
@media (max-width: 56.25rem) {
  .look {
    grid-template: fit-content(45dvh) minmax(0, 1fr) / 1fr;
  }
  /* Words beside the stroke, so that more than one of them is seen. */
  ul {
    grid-template-columns: repeat(auto-fill, minmax(15rem, 1fr));
  }
  .slip {
    display: grid;
    grid-template: auto 1fr / 72px 1fr;
    column-gap: 12px;
  }
  .stroke {
    grid-row: 1 / 3;
    height: 128px;
  }
}
</style>
