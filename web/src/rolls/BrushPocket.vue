<script setup lang="ts">
// A narrow upright pocket: the brush's stroke, its name on the pocket's lip, and its tip's print or its own picture.
import { t } from "@/words"
import type { StoredBrush } from "@/device/tables/brushes"
import { Check, Ellipsis, Star } from "@lucide/vue"
import { ElPopover } from "element-plus"
import { useElementVisibility, whenever } from "@vueuse/core"
import { nextTick, ref, useTemplateRef } from "vue"
import { WITHIN } from "@/parts/popping"
import type { PocketAct } from "./acts"
import { makerTold } from "@/documents/maker"
import OwnPicture from "@/pictures/OwnPicture.vue"
import PocketPicture from "@/pictures/PocketPicture.vue"
import { useScrolling } from "@/pictures/useScrolling"

defineProps<{
  brush: StoredBrush
  /** Whether brushes are being chosen, and this one is. */
  choosing: boolean
  chosen: boolean
  /** Whether a copy of it is in hand. */
  copied?: boolean
}>()
const emit = defineEmits<{
  open: []
  choose: []
  act: [name: PocketAct]
}>()
const root = useTemplateRef<HTMLElement>("root")
const near = useElementVisibility(root, { rootMargin: "400px" })
const scrolling = useScrolling()
/** Its pictures are there once it was near while nothing moved; from then on they lie ready. */
const filled = ref(false)
whenever(
  () => near.value && !scrolling.value,
  () => (filled.value = true),
  { once: true },
)
const asked = ref(false)
/** Its menu is made when it is first asked for: there may be hundreds of pockets. */
const armed = ref(false)
const more = useTemplateRef<HTMLElement>("more")

async function ask(): Promise<void> {
  if (armed.value) return
  armed.value = true
  await nextTick()
  asked.value = true
}

function act(name: PocketAct | "choose"): void {
  asked.value = false
  if (name === "choose") emit("choose")
  else emit("act", name)
}
</script>

<template>
  <article ref="root" class="pocket" :class="{ chosen, copied }" :data-brush="brush.id">
    <button
      type="button"
      class="slip"
      :aria-label="choosing ? t('rolls.choose', { name: brush.name }) : t('rolls.open', { name: brush.name })"
      :aria-pressed="choosing ? chosen : undefined"
      @click="choosing || copied ? emit('choose') : emit('open')"
    >
      <PocketPicture v-if="filled" class="stroke" which="stroke" :document="brush.document" :near="near" />
      <span v-else class="stroke" />
      <span v-if="copied" class="copy">{{ t("rolls.a-copy") }}</span>
      <span class="lip">
        <span class="name">{{ brush.name }}</span>
        <span v-if="brush.gone || brush.theirs" class="two">{{
          brush.gone ? t("rolls.deleted") : t("rolls.two-states")
        }}</span>
        <OwnPicture v-if="brush.cover" class="print" :picture="brush.cover" />
        <PocketPicture
          v-else-if="filled"
          class="print"
          which="print"
          :document="brush.document"
          :near="near"
        />
        <Star
          v-if="brush.favourite"
          class="star"
          :size="16"
          fill="currentColor"
          :aria-label="t('rolls.favourite')"
        />
      </span>
    </button>
    <span v-if="choosing" class="mark" aria-hidden="true"><Check v-if="chosen" :size="20" /></span>
    <button
      v-else
      ref="more"
      type="button"
      class="hm-quiet more"
      :aria-label="t('rolls.more-for', { name: brush.name })"
      @click="ask"
    >
      <Ellipsis :size="20" />
    </button>
    <ElPopover
      v-if="armed && !choosing"
      v-model:visible="asked"
      trigger="click"
      placement="top"
      :width="250"
      :popper-options="WITHIN"
      :virtual-ref="more ?? undefined"
      virtual-triggering
    >
      <div role="dialog" :aria-label="t('rolls.what-can-be-done', { name: brush.name })">
        <p v-if="brush.gone" class="note">{{ t("rolls.deleted-on-another-device-open-it") }}</p>
        <p v-if="brush.theirs" class="note">{{ t("rolls.changed-on-another-device-too-open") }}</p>
        <p v-if="brush.note" class="note">{{ brush.note }}</p>
        <p v-if="brush.maker" class="note made">
          <OwnPicture v-if="brush.maker.mark" class="mark-of" :picture="brush.maker.mark" />
          {{ t("rolls.by", { maker: makerTold(brush.maker) }) }}
        </p>
        <div class="acts">
          <button type="button" class="hm-quiet" @click="act('favourite')">
            {{ brush.favourite ? t("rolls.no-favourite-any-more") : t("rolls.a-favourite") }}
          </button>
          <button type="button" class="hm-quiet" @click="act('duplicate')">{{ t("rolls.duplicate") }}</button>
          <button type="button" class="hm-quiet" @click="act('name')">{{ t("rolls.name-and-note") }}</button>
          <button type="button" class="hm-quiet" @click="act('cover')">
            {{ t("rolls.a-picture-of-your-own") }}
          </button>
          <button v-if="brush.cover" type="button" class="hm-quiet" @click="act('tip')">
            {{ t("rolls.the-tips-print-again") }}
          </button>
          <button type="button" class="hm-quiet" @click="act('choose')">
            {{ t("rolls.choose-to-move-or-copy") }}
          </button>
          <button type="button" class="hm-quiet" @click="act('pack')">
            {{ t("rolls.write-a-pack-of-it") }}
          </button>
          <button type="button" class="hm-quiet" @click="act('svg')">{{ t("rolls.its-tip-as-svg") }}</button>
          <button type="button" class="hm-quiet" @click="act('png')">{{ t("rolls.its-tip-as-png") }}</button>
          <button type="button" class="hm-quiet" @click="act('remove')">{{ t("rolls.delete") }}</button>
        </div>
      </div>
    </ElPopover>
  </article>
</template>

<style scoped>
.pocket {
  position: relative;
  height: 384px;
  /* Of hundreds, those that are not in sight are neither laid out nor painted; what sticks out of one stays seen. */
  content-visibility: auto;
  contain-intrinsic-size: auto 384px;
  overflow-clip-margin: 14px;
  user-select: none;
}
.slip {
  display: flex;
  flex-direction: column;
  width: 100%;
  height: 100%;
  padding: 0;
  border: 0;
  background: var(--sheet);
  cursor: pointer;
  color: var(--on-sheet);
}
.chosen .slip {
  outline: 3px solid var(--active);
  outline-offset: 2px;
}
.copied .slip {
  translate: 0 -8px;
}
.copy {
  position: absolute;
  top: 8px;
  left: 0;
  right: 0;
  text-align: center;
  font-size: 0.875rem;
  font-weight: 700;
  color: var(--ember);
}
.stroke {
  flex: 1;
  min-height: 0;
  width: 100%;
}
.lip {
  position: relative;
  display: flex;
  flex-direction: column;
  align-items: center;
  justify-content: space-between;
  width: 100%;
  height: 108px;
  padding: 8px 6px 44px;
  background: var(--pocket);
  border-top: 2px dashed var(--stitch);
  color: var(--ink);
}
.name {
  font-size: 0.9375rem;
  font-weight: 700;
  line-height: 1.2;
  text-align: center;
  text-wrap: balance;
  overflow-wrap: anywhere;
}
.two {
  color: var(--ember);
  font-size: 0.875rem;
  font-weight: 700;
}
.print {
  position: absolute;
  left: 8px;
  bottom: 7px;
  width: 32px;
  height: 32px;
  border-radius: 50%;
}
.star {
  position: absolute;
  left: 46px;
  bottom: 14px;
  color: var(--active);
}
.more,
.mark {
  position: absolute;
  right: 0;
  bottom: 0;
}
.mark {
  display: grid;
  place-items: center;
  width: 28px;
  height: 28px;
  right: 8px;
  bottom: 8px;
  border: 2px solid var(--ink-soft);
  border-radius: 50%;
  pointer-events: none;
}
.chosen .mark {
  border-color: var(--active);
  background: var(--active);
  color: var(--on-active);
}
.note {
  margin-bottom: 8px;
}
.made {
  display: flex;
  align-items: center;
  gap: 8px;
}
.mark-of {
  width: 32px;
  height: 32px;
}
.acts {
  display: grid;
  justify-items: start;
  max-height: calc(100dvh - 48px);
  overflow-y: auto;
}
</style>
