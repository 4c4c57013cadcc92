<script setup lang="ts">
// How a brush begins: nobody starts from nothing, so what is close to it is offered, each drawn.
import { t } from "@/words"
import { ElDialog } from "element-plus"
import { computed } from "vue"
import { presentStore } from "@/device/useDevice"
import { DEFAULT_BRUSH } from "@/generated/layout"
import type { BrushDocument } from "@/documents/brush"
import PocketPicture from "@/pictures/PocketPicture.vue"
import SourcePrint from "@/pictures/SourcePrint.vue"
import { useLive } from "@/device/useLive"
import type { ShippedRoll } from "./useShipped"

const props = defineProps<{
  shipped: ShippedRoll[]
  /** The roll that it is begun in. */
  into: string
}>()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ pack: []; plain: [] }>()
const PLAIN = DEFAULT_BRUSH as unknown as BrushDocument
/** So many brushes stand for those that ship, and for those in a pack. */
const SHOWN = 3
const store = presentStore.value!

const first = computed(() => props.shipped[0])
const ships = computed(() => props.shipped.flatMap((roll) => roll.brushes.slice(0, 1)).slice(0, SHOWN))
const packed = computed(() => (props.shipped.at(-1)?.brushes ?? []).slice(0, SHOWN))
/** A picture that stands for all: one's own last, else nothing but paper. */
const picture = useLive(async () => (await store.sources.toCollection().last())?.picture ?? "", "")

function go(act: "pack" | "plain"): void {
  if (act === "pack") emit("pack")
  else emit("plain")
  open.value = false
}
</script>

<template>
  <ElDialog
    v-model="open"
    :title="t('rolls.a-new-brush')"
    width="min(860px, 94vw)"
    align-center
    append-to-body
  >
    <div class="ways">
      <RouterLink
        v-if="first"
        class="way"
        :to="{ name: 'shipped', params: { roll: first.name }, query: { into } }"
      >
        <span class="picture strokes">
          <PocketPicture
            v-for="one in ships"
            :key="one.name"
            class="stroke"
            which="upright"
            :document="one.document"
          />
        </span>
        <strong>{{ t("rolls.from-a-brush-that-ships") }}</strong>
        <span class="hm-small">{{ t("rolls.draw-with-it-first-then-it") }}</span>
      </RouterLink>
      <RouterLink class="way" to="/sources">
        <span class="picture"
          ><SourcePrint v-if="picture" class="print" :picture="picture" makes="grain"
        /></span>
        <strong>{{ t("rolls.from-a-picture-or-a-drawing") }}</strong>
        <span class="hm-small">{{ t("rolls.it-becomes-what-one-touch-leaves") }}</span>
      </RouterLink>
      <button type="button" class="way" @click="go('pack')">
        <span class="picture tips">
          <PocketPicture
            v-for="one in packed"
            :key="one.name"
            class="tip"
            which="print"
            :document="one.document"
          />
        </span>
        <strong>{{ t("rolls.from-a-pack") }}</strong>
        <span class="hm-small">{{ t("rolls.a-file-that-somebody-gave-you") }}</span>
      </button>
    </div>
    <button type="button" class="hm-quiet plain" @click="go('plain')">
      <PocketPicture class="small" which="print" :document="PLAIN" /> {{ t("rolls.or-a-plain-round-one") }}
    </button>
  </ElDialog>
</template>

<style scoped>
.ways {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(220px, 1fr));
  gap: 20px;
}
.way {
  display: flex;
  flex-direction: column;
  gap: 4px;
  padding: 0;
  border: 0;
  background: none;
  color: var(--ink);
  text-align: left;
  text-decoration: none;
  cursor: pointer;
}
.picture {
  display: flex;
  gap: 10px;
  align-items: center;
  justify-content: center;
  height: 220px;
  margin-bottom: 6px;
  overflow: hidden;
  background: var(--sheet);
}
.strokes .stroke {
  width: 64px;
  height: 200px;
}
.print {
  width: 100%;
  height: 100%;
}
.tip {
  width: 64px;
  height: 64px;
}
.plain {
  display: flex;
  align-items: center;
  gap: 8px;
  margin-top: 18px;
  padding-left: 0;
}
.way strong {
  font-size: 1.0625rem;
}
.small {
  width: 36px;
  height: 36px;
  background: var(--sheet);
}
</style>
