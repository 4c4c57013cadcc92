<script setup lang="ts">
// What something does to a line: a question mark beside its name opens a sentence and pictures of the stroke in hand.
import { t } from "@/words"
import { CircleQuestionMark } from "@lucide/vue"
import { onLongPress, useEventListener } from "@vueuse/core"
import { ElPopover } from "element-plus"
import { computed, nextTick, ref, useTemplateRef } from "vue"
import type { Setting } from "@/documents/brush"
import PocketCanvas from "@/pictures/PocketCanvas.vue"
import { useBench } from "../useBench"
import { useShownInHand } from "../useShownInHand"
import type { State } from "./states"
import { useShowMe } from "./useShowMe"

const props = defineProps<{
  label: string
  says: string
  /** Asked for once it is opened. */
  states: () => State[]
  /** What *show me* moves: a number. */
  moves?: Setting | undefined
  /** Its name stands elsewhere: the question mark alone. */
  bare?: boolean
}>()
const bench = useBench()
const open = ref(false)
const mark = useTemplateRef("mark")
const card = useTemplateRef("card")
const shown = computed(() => (open.value ? props.states() : []))
const on = useShownInHand(bench, () => shown.value.map((one) => one.document))
const { showing, show, stop } = useShowMe(bench)

/** A finger that was held has opened it: that it leaves is no tap. */
let held = false

function close(): void {
  open.value = false
  stop()
}

async function tap(event: MouseEvent): Promise<void> {
  if (held) return
  if (open.value) return close()
  open.value = true
  // From a keyboard it is gone into, and come back from.
  if (event.detail > 0) return
  await nextTick()
  card.value?.focus()
}

function leave(): void {
  close()
  mark.value?.focus()
}

useEventListener(mark, "pointerdown", () => (held = false))
onLongPress(mark, () => (open.value = held = true))
// Whoever draws has seen enough: a pen on the paper closes it and loses nothing of its stroke.
useEventListener(
  "pointerdown",
  (event) => {
    const at = event.target as Node
    if (open.value && !card.value?.contains(at) && !mark.value?.contains(at)) close()
  },
  { capture: true },
)
</script>

<template>
  <button
    ref="mark"
    type="button"
    class="mark"
    :class="{ bare }"
    :aria-label="t('bench.what-does-it-do', { label })"
    :aria-expanded="open"
    @click="tap"
    @keydown.esc="close"
  >
    <span v-if="!bare">{{ label }}</span> <CircleQuestionMark :size="bare ? 20 : 16" class="sign" />
  </button>
  <ElPopover
    v-if="open"
    :virtual-ref="mark!"
    virtual-triggering
    :visible="true"
    placement="top"
    :width="shown.length > 2 ? 560 : 420"
  >
    <div
      ref="card"
      class="what-it-does"
      role="dialog"
      tabindex="-1"
      :aria-label="t('bench.what-does', { label })"
      @keydown.esc="leave"
    >
      <p class="title">{{ label }}</p>
      <p>{{ says }}</p>
      <ul v-if="on && shown.length > 0">
        <li v-for="state in shown" :key="state.caption">
          <PocketCanvas class="stroke" :which="on" :document="state.document" />
          <span class="hm-small">{{ state.caption }}</span>
        </li>
      </ul>
      <button v-if="moves" type="button" class="hm-quiet hm-on" @click="showing ? stop() : show(moves)">
        {{ showing ? t("bench.stop") : t("bench.show-me-on-the-paper") }}
      </button>
    </div>
  </ElPopover>
</template>

<style scoped>
.mark {
  display: inline-flex;
  align-items: center;
  gap: 6px;
  min-width: 44px;
  height: 44px;
  margin: -7px 0;
  padding: 0;
  border: 0;
  background: none;
  font-size: 1rem;
  white-space: nowrap;
  cursor: help;
}
.bare {
  justify-content: center;
  margin: 0;
}
.sign {
  flex: none;
  color: var(--ink-soft);
}
.title {
  font-size: 1.125rem;
  font-weight: 700;
}
ul {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(160px, 1fr));
  gap: 10px;
  margin: 10px 0 6px;
  padding: 0;
  list-style: none;
}
.stroke {
  display: block;
  width: 100%;
  height: 96px;
  background: var(--paper);
}
</style>
