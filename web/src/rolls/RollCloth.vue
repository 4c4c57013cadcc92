<script setup lang="ts">
// A roll: folded to a band with its tips showing, or open as a cloth of pockets.
import { ChevronDown, ChevronUp, Pencil, Plus } from "@lucide/vue"
import { nextTick, ref, useTemplateRef } from "vue"
import type { StoredBrush } from "@/device/store"
import type { FilledRoll } from "@/device/useRollList"
import OrderButtons from "@/parts/OrderButtons.vue"
import PocketPicture from "@/pictures/PocketPicture.vue"
import BrushPocket from "./BrushPocket.vue"

const props = defineProps<{
  roll: FilledRoll
  /** Whether it stands before, or after, all other rolls. */
  first: boolean
  last: boolean
}>()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{
  brush: [brush: StoredBrush]
  duplicate: [brush: StoredBrush]
  name: [brush: StoredBrush]
  remove: [brush: StoredBrush]
  add: []
  rename: [name: string]
  move: [by: -1 | 1]
}>()

const naming = ref(false)
const text = ref("")
const entry = useTemplateRef("entry")

async function ask(): Promise<void> {
  text.value = props.roll.name
  naming.value = true
  await nextTick()
  entry.value?.select()
}

function take(): void {
  if (!naming.value) return
  naming.value = false
  const name = text.value.trim()
  if (name && name !== props.roll.name) emit("rename", name)
}
</script>

<template>
  <section class="roll" :class="{ open }">
    <header>
      <button type="button" class="hm-quiet fold" :aria-expanded="open" @click="open = !open">
        <component :is="open ? ChevronUp : ChevronDown" :size="20" />
        <h2 v-if="!naming">{{ roll.name }}</h2>
      </button>
      <input
        v-if="naming"
        ref="entry"
        v-model="text"
        maxlength="80"
        aria-label="Name of the roll"
        @blur="take"
        @keydown.enter="take"
      />
      <button
        v-else-if="open"
        type="button"
        class="hm-quiet"
        :aria-label="`Rename ${roll.name}`"
        @click="ask"
      >
        <Pencil :size="18" />
      </button>
      <OrderButtons
        v-if="open && !naming && !(first && last)"
        :of="roll.name"
        :words="['further up', 'further down']"
        :first="first"
        :last="last"
        @up="emit('move', -1)"
        @down="emit('move', 1)"
      />
      <span class="space" />
      <span v-if="!open" class="tips" aria-hidden="true" @click="open = true">
        <PocketPicture
          v-for="brush in roll.brushes.slice(0, 12)"
          :key="brush.id"
          class="tip"
          which="print"
          :document="brush.document"
        />
      </span>
      <span class="hm-small"
        >{{ roll.brushes.length }} {{ roll.brushes.length === 1 ? "brush" : "brushes" }}</span
      >
    </header>
    <div v-if="open" class="cloth">
      <BrushPocket
        v-for="brush in roll.brushes"
        :key="brush.id"
        :brush="brush"
        @open="emit('brush', brush)"
        @duplicate="emit('duplicate', brush)"
        @name="emit('name', brush)"
        @remove="emit('remove', brush)"
      />
      <button type="button" class="empty" @click="emit('add')">
        <Plus :size="22" />
        <span>{{ roll.brushes.length ? "New brush" : "Put a first brush in" }}</span>
      </button>
    </div>
  </section>
</template>

<style scoped>
.roll {
  --pocket: color-mix(in srgb, var(--room-deep) 86%, var(--ink) 8%);
  --stitch: color-mix(in srgb, var(--ink-soft) 55%, transparent);
  background: var(--room-deep);
  border-left: 10px solid var(--pocket);
}
header {
  display: flex;
  align-items: center;
  gap: 8px;
  min-height: 60px;
  padding: 0 18px 0 8px;
}
h2 {
  font-size: 20px;
}
input {
  height: 44px;
  width: 260px;
  padding: 0 8px;
  border: 0;
  outline: 2px solid var(--active);
  background: var(--paper);
  color: #1e2a2d;
  font-size: 20px;
}
.space {
  flex: 1;
}
.tips {
  display: flex;
  cursor: pointer;
}
.tip {
  width: 34px;
  height: 34px;
  margin-left: -5px;
  border-radius: 50%;
}
.cloth {
  display: flex;
  gap: 10px;
  height: 424px;
  padding: 4px 18px 18px;
  overflow-x: auto;
}
.empty {
  flex: 0 0 116px;
  display: flex;
  flex-direction: column;
  align-items: center;
  justify-content: center;
  gap: 8px;
  border: 2px dashed var(--stitch);
  background: none;
  cursor: pointer;
}
</style>
