<script setup lang="ts">
// A value with its unit that can be tapped and typed.
import { t } from "@/words"
import { computed, nextTick, ref, useTemplateRef } from "vue"
import { shown, typed } from "@/documents/values"

const props = defineProps<{ label: string; unit: string; low: number; high: number; step: number }>()
const value = defineModel<number>({ required: true })
const emit = defineEmits<{ done: [] }>()

const entry = useTemplateRef("entry")
const writing = ref(false)
const text = ref("")
const written = computed(() => shown(value.value, props.unit, props.step))

async function write(): Promise<void> {
  text.value = written.value
  writing.value = true
  await nextTick()
  entry.value?.select()
}

function take(): void {
  if (!writing.value) return
  writing.value = false
  const number = typed(text.value, props.unit)
  if (Number.isFinite(number)) {
    value.value = Math.min(props.high, Math.max(props.low, number))
    emit("done")
  }
}
</script>

<template>
  <input
    v-if="writing"
    ref="entry"
    v-model="text"
    class="value"
    inputmode="decimal"
    :aria-label="t('parts.typed', { label })"
    @blur="take"
    @keydown.enter="take"
    @keydown.esc="writing = false"
  />
  <button
    v-else
    type="button"
    class="value"
    :aria-label="t('parts.type-it', { label, written, unit })"
    @click="write"
  >
    <span class="number">{{ written }}</span><span class="unit">{{ unit }}</span>
  </button>
</template>

<style scoped>
.value {
  flex: none;
  min-width: 44px;
  min-height: 44px;
  border: 0;
  border-radius: 3px;
  background: none;
  text-align: inherit;
  cursor: text;
  padding: 0 2px;
  white-space: nowrap;
}
input.value {
  background: var(--paper);
  color: var(--on-sheet);
  outline: 2px solid var(--active);
}
.number {
  font-size: 1.125rem;
}
.unit {
  margin-left: 4px;
  font-size: 0.875rem;
  color: var(--ink-soft);
}
</style>
