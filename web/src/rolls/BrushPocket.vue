<script setup lang="ts">
// A narrow upright pocket: the brush's stroke, its name on the pocket's lip, a print of its tip.
import { Ellipsis } from "@lucide/vue"
import { ElPopover } from "element-plus"
import { ref } from "vue"
import type { StoredBrush } from "@/device/store"
import PocketPicture from "@/pictures/PocketPicture.vue"

defineProps<{ brush: StoredBrush }>()
const emit = defineEmits<{ open: []; duplicate: []; name: []; remove: [] }>()
const asked = ref(false)

function act(name: "duplicate" | "name" | "remove"): void {
  asked.value = false
  if (name === "duplicate") emit("duplicate")
  else if (name === "name") emit("name")
  else emit("remove")
}
</script>

<template>
  <article class="pocket">
    <button type="button" class="slip" :aria-label="`Open ${brush.name}`" @click="emit('open')">
      <PocketPicture class="stroke" which="stroke" :document="brush.document" />
      <span class="lip">
        <span class="name">{{ brush.name }}</span>
        <span v-if="brush.gone || brush.theirs" class="two">{{ brush.gone ? "deleted" : "two states" }}</span>
        <PocketPicture class="print" which="print" :document="brush.document" />
      </span>
    </button>
    <ElPopover v-model:visible="asked" trigger="click" placement="top" :width="250">
      <template #reference>
        <button type="button" class="hm-quiet more" :aria-label="`More for ${brush.name}`">
          <Ellipsis :size="20" />
        </button>
      </template>
      <p v-if="brush.gone" class="note">Deleted on another device; open it to put it back.</p>
      <p v-if="brush.theirs" class="note">Changed on another device too; open it to choose.</p>
      <p v-if="brush.note" class="note">{{ brush.note }}</p>
      <div class="acts">
        <button type="button" class="hm-quiet" @click="act('duplicate')">Duplicate</button>
        <button type="button" class="hm-quiet" @click="act('name')">Name and note</button>
        <button type="button" class="hm-quiet" @click="act('remove')">Delete</button>
      </div>
    </ElPopover>
  </article>
</template>

<style scoped>
.pocket {
  position: relative;
  flex: 0 0 116px;
}
.slip {
  display: flex;
  flex-direction: column;
  width: 100%;
  height: 100%;
  padding: 0;
  border: 0;
  background: #fbfaf5;
  cursor: pointer;
  color: #1e2a2d;
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
  height: 112px;
  padding: 10px 6px 44px;
  background: var(--pocket);
  border-top: 2px dashed var(--stitch);
  color: var(--ink);
}
.name {
  font-size: 15px;
  font-weight: 700;
  line-height: 1.2;
  text-align: center;
  text-wrap: balance;
}
.two {
  color: var(--ember);
  font-size: 14px;
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
.more {
  position: absolute;
  right: 0;
  bottom: 0;
}
.note {
  margin-bottom: 8px;
}
.acts {
  display: grid;
  justify-items: start;
}
</style>
