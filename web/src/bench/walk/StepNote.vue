<script setup lang="ts">
// A sentence of the first steps, at the place that it speaks of: low where it lies over the paper.
import { t } from "@/words"
import { X } from "@lucide/vue"
import { ElPopover } from "element-plus"
import { computed, toRef } from "vue"
import { useSession } from "@/device/useSession"
import { useBench } from "../useBench"
import { useFirstSteps } from "./useFirstSteps"

const props = defineProps<{ tray: string | undefined }>()
const session = useSession()
const { step, says, target, number, of, leave } = useFirstSteps(useBench(), toRef(props, "tray"))
const placement = computed(() => {
  const side = step.value?.placement ?? "top"
  return side === "right" && session.account?.hand === "left" ? "left" : side
})
</script>

<template>
  <ElPopover
    v-if="step && target"
    :key="number"
    :virtual-ref="target"
    virtual-triggering
    :visible="true"
    :placement="placement"
    :width="placement === 'right' || placement === 'left' ? 300 : 440"
  >
    <div class="first-step" role="status">
      <p class="hm-small">{{ t("bench.step-of", { number, of }) }}</p>
      <p class="says">{{ says }}</p>
      <button
        type="button"
        class="hm-quiet leave"
        :aria-label="t('bench.leave-the-first-steps')"
        @click="leave"
      >
        <X :size="20" />
      </button>
    </div>
  </ElPopover>
</template>

<style scoped>
.first-step {
  position: relative;
  padding-right: 44px;
}
.says {
  font-size: 1.0625rem;
  text-wrap: pretty;
}
.leave {
  position: absolute;
  right: -8px;
  top: -8px;
}
</style>
