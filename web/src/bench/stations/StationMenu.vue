<script setup lang="ts">
// A station carried from one brush to another: copied here, and put down on whichever brush is on the bench.
import { t } from "@/words"
import { Ellipsis } from "@lucide/vue"
import { ElPopover } from "element-plus"
import { computed, ref } from "vue"
import { useLive } from "@/device/useLive"
import type { BrushDocument } from "@/documents/brush"
import { differences } from "@/documents/differences"
import { notice } from "@/parts/notice"
import { useBench } from "../useBench"
import type { Station } from "./stations"

/** What was copied: a station of a brush as it was then. */
interface Copied {
  station: Station["key"]
  name: string
  document: BrushDocument
}

const props = defineProps<{ station: Pick<Station, "key" | "label"> }>()
const bench = useBench()
const asked = ref(false)
const COPIED = "copied station"
const copied = useLive(() => bench.store.mark<Copied | undefined>(COPIED, undefined), undefined)
const fits = computed(() => copied.value?.station === props.station.key)
/** What putting it down would change. */
const found = computed(() => {
  const brush = bench.state.value?.document
  if (!brush || !copied.value || !fits.value) return []
  return differences(brush, copied.value.document).filter((one) => one.station === props.station.key)
})

async function copy(): Promise<void> {
  asked.value = false
  const state = bench.state.value
  if (!state) return
  const one: Copied = {
    station: props.station.key,
    name: state.name,
    document: structuredClone(state.document),
  }
  // It is told once it is there: whoever then opens another brush finds it.
  if (!(await bench.store.write(bench.store.setMark(COPIED, one)))) return
  notice(t("bench.of-is-copied-put-it-down", { label: props.station.label, name: state.name }))
}

function put(): void {
  asked.value = false
  bench.beside.take(found.value, t("bench.all-of", { label: props.station.label }))
}
</script>

<template>
  <ElPopover v-model:visible="asked" trigger="click" placement="top-end" :width="280">
    <template #reference>
      <button type="button" class="hm-quiet" :aria-label="t('bench.more-for', { label: station.label })">
        <Ellipsis :size="20" />
      </button>
    </template>
    <div class="acts">
      <button type="button" class="hm-quiet" @click="copy">
        {{ t("bench.copy", { label: station.label }) }}
      </button>
      <button type="button" class="hm-quiet" :disabled="found.length === 0" @click="put">
        {{
          fits
            ? t("bench.put-down-of", { label: station.label, name: copied?.name })
            : t("bench.put-down-no-is-copied", { label: station.label })
        }}
      </button>
    </div>
  </ElPopover>
</template>

<style scoped>
.acts {
  display: grid;
  justify-items: start;
}
</style>
