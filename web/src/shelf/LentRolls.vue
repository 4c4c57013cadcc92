<script setup lang="ts">
// What one lends oneself: sent anew after a change, taken back, and what else could be lent.
import { language, t } from "@/words"
import { HandHelping } from "@lucide/vue"
import { ElButton } from "element-plus"
import type { FilledRoll } from "@/device/useRollList"
import { computed, ref } from "vue"
import PickRoll from "@/choosers/PickRoll.vue"
import type { Loan } from "./useShelf"

const props = defineProps<{ loans: Loan[]; rolls: FilledRoll[]; busy: string; away: boolean }>()
const emit = defineEmits<{ lend: [roll: { id: string; name: string }]; back: [loan: Loan] }>()
const picking = ref(false)
const free = computed(() =>
  props.rolls.filter((roll) => roll.brushes.length > 0 && !props.loans.some((loan) => loan.roll === roll.id)),
)

const moment = (at: string) =>
  new Date(at).toLocaleString(language, { day: "numeric", month: "long", hour: "2-digit", minute: "2-digit" })
</script>

<template>
  <section class="lent" :aria-label="t('shelf.what-you-lend')">
    <h2>{{ t("shelf.you-lend") }}</h2>
    <p v-if="loans.length === 0" class="none">
      {{ t("shelf.nothing-so-far-a-roll-that") }}
    </p>
    <ul v-else>
      <li v-for="loan in loans" :key="loan.roll">
        <span class="what">
          <strong>{{ loan.name }}</strong>
          <span class="hm-small">
            {{
              loan.gone
                ? t("shelf.deleted-from-your-rolls")
                : loan.changed
                  ? t("shelf.changed-since-you-sent-it")
                  : t("shelf.as-you-sent-it-on", { lent_at: moment(loan.lent_at) })
            }}
          </span>
        </span>
        <ElButton
          v-if="loan.changed && !loan.gone"
          type="primary"
          :disabled="busy !== '' || away"
          @click="emit('lend', { id: loan.roll, name: loan.name })"
        >
          {{ t("shelf.send-the-change") }}
        </ElButton>
        <ElButton :disabled="busy !== '' || away" @click="emit('back', loan)">{{
          t("shelf.take-it-back")
        }}</ElButton>
      </li>
    </ul>
    <button
      type="button"
      class="hm-quiet add"
      :disabled="free.length === 0 || busy !== '' || away"
      @click="picking = true"
    >
      <HandHelping :size="20" /> {{ busy ? t("shelf.on-its-way") : t("shelf.lend-a-roll") }}
    </button>
    <PickRoll
      v-model="picking"
      :title="t('shelf.which-roll-do-you-lend')"
      :rolls="free"
      @pick="emit('lend', $event)"
    />
  </section>
</template>

<style scoped>
.lent {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 24px;
}
h2 {
  font-size: 1.25rem;
}
.none {
  max-width: 90ch;
  color: var(--ink-soft);
}
ul {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 28px;
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  display: flex;
  align-items: center;
  gap: 8px;
}
.what {
  display: grid;
  margin-right: 6px;
}
.add {
  margin-left: auto;
}
</style>
