<script setup lang="ts">
// A word as it is to be set: its text, the hand that writes it, seen as it writes, and what a hand varies.
import { said, t } from "@/words"
import type { BrushDocument, Setting } from "@/documents/brush"
import { firstWord, settingOf, slantOf, type Hand, type WordWish } from "@/documents/words"
import type { KeptStroke } from "@/documents/stroke"
import { Dices } from "@lucide/vue"
import { shallowRef, watch } from "vue"
import { useEngine } from "@/engine/page/useEngine"
import { newSeed } from "@/documents/stroke"
import { HANDS, MOST_LETTERS, WORDS } from "@/generated/layout"
import SettingField from "@/parts/SettingField.vue"
import PocketCanvas from "@/pictures/PocketCanvas.vue"
import { writtenStrokes } from "@/pictures/writtenStrokes"

const props = defineProps<{
  /** The brush that the hands are shown with. */
  document: BrushDocument
  /** Settings that are told elsewhere. */
  without?: readonly string[]
}>()
const wish = defineModel<WordWish>({ required: true })
const { api, ready } = useEngine()
const settings = (WORDS as unknown as Setting[]).filter((one) => !props.without?.includes(one.name))
const samples = shallowRef<Partial<Record<Hand, KeptStroke[]>>>({})
/** What a hand is shown with, while nothing is written. */
const EXAMPLE = "Skerrow"

watch(
  () => [wish.value.text, Number(props.document.size)] as const,
  async ([text, size]) => {
    await ready
    const word = text.trim().split(/\s+/)[0]?.slice(0, 10) || EXAMPLE
    // As large as the brush is meant for: a letter of a few nibs.
    const high = Math.max(24, 4.5 * size)
    const found: Partial<Record<Hand, KeptStroke[]>> = {}
    for (const [hand] of HANDS) {
      const setting = settingOf(firstWord(word, hand), high, 2 * high, high)
      const written = await api.writeLine(word, { ...setting, spacing: hand === "running" ? 0 : 0.15 })
      found[hand] = written ? writtenStrokes(written, setting.seed) : []
    }
    samples.value = found
  },
  { immediate: true },
)

function change(parts: Partial<WordWish>): void {
  wish.value = { ...wish.value, ...parts }
}
</script>

<template>
  <div class="word">
    <div class="what">
      <input
        class="hm-entry"
        :value="wish.text"
        :maxlength="MOST_LETTERS"
        :aria-label="t('choosers.word')"
        :placeholder="t('choosers.type-a-word-or-a-line')"
        @input="change({ text: ($event.target as HTMLInputElement).value })"
      />
      <div class="hands" role="radiogroup" :aria-label="t('choosers.hand')">
        <button
          v-for="[hand, label] in HANDS"
          :key="hand"
          type="button"
          role="radio"
          :aria-checked="wish.hand === hand"
          :class="{ on: wish.hand === hand }"
          @click="change({ hand, slant: slantOf(hand) })"
        >
          <PocketCanvas
            v-if="samples[hand]?.length"
            class="shown"
            :which="samples[hand]!"
            :document="document"
          />
          <span v-else class="shown" />
          {{ said(label) }}
        </button>
      </div>
    </div>
    <div class="settings">
      <SettingField
        v-for="one in settings"
        :key="one.name"
        :setting="one"
        :helped="false"
        :model-value="wish[one.name as keyof WordWish]"
        @update:model-value="change({ [one.name]: $event })"
      />
      <button type="button" class="hm-quiet dice" @click="change({ seed: newSeed() })">
        <Dices :size="20" /> {{ t("choosers.write-it-anew") }}
      </button>
    </div>
    <slot />
  </div>
</template>

<style scoped>
.word {
  display: flex;
  gap: 28px;
}
.what {
  flex: 1 1 380px;
  min-width: 0;
}
.hm-entry {
  width: 100%;
  font-size: 1.25rem;
}
.hands {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 8px;
  padding-top: 8px;
}
.hands button {
  padding: 0 0 8px;
  border: 0;
  border-bottom: 3px solid transparent;
  background: none;
  cursor: pointer;
  min-width: 0;
}
.hands .on {
  border-bottom-color: var(--active);
  font-weight: 700;
}
.shown {
  display: block;
  width: 100%;
  height: 92px;
  background: var(--sheet);
}
.settings {
  flex: 2 1 480px;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(210px, 1fr));
  gap: 0 28px;
  align-content: start;
}
.dice {
  justify-self: start;
  padding-left: 0;
}
@media (max-width: 62.5rem) {
  .word {
    flex-direction: column;
    gap: 8px;
  }
}
</style>
