<script setup lang="ts">
// Who goes out with one's packs: name, note, licence, and a mark of one's own, a picture or drawn on the spot.
import { t } from "@/words"
import { ElInput, ElOption, ElSelect } from "element-plus"
import { useFileChoice } from "@/device/useFileChoice"
import { ref, watch } from "vue"
import { presentStore } from "@/device/useDevice"
import { useSession } from "@/device/useSession"
import { NOBODY, type Maker } from "@/documents/maker"
import FormDialog from "@/parts/FormDialog.vue"
import { notice } from "@/parts/notice"
import { keepCover } from "@/pictures/keepCover"
import OwnPicture from "@/pictures/OwnPicture.vue"
import DrawMark from "./DrawMark.vue"

const open = defineModel<boolean>({ required: true })
const session = useSession()
const maker = ref<Maker>({ ...NOBODY })
const drawing = ref(false)
/** SPDX identifiers of licences that suit brushes; any other words can be written. */
const LICENCES = ["CC0-1.0", "CC-BY-4.0", "CC-BY-SA-4.0", "CC-BY-NC-4.0", t("frame.all-rights-reserved")]

watch(open, (now) => {
  if (now) maker.value = { ...NOBODY, ...(session.account?.maker as Partial<Maker> | undefined) }
})

async function keepMark(file: Blob): Promise<void> {
  try {
    maker.value.mark = await keepCover(presentStore.value!, file)
    drawing.value = false
  } catch {
    notice(t("frame.this-is-no-picture-that-can"))
  }
}

const files = useFileChoice({ accept: "image/*", multiple: false, reset: true })
files.onChange((given) => given?.[0] && void keepMark(given[0]))

function take(): void {
  void session.prefer({ maker: { ...maker.value } as unknown as Record<string, unknown> })
}
</script>

<template>
  <FormDialog v-model="open" :title="t('frame.maker')" :disabled="drawing" @take="take">
    <p>{{ t("frame.this-goes-out-with-the-packs") }}</p>
    <label>{{ t("frame.name") }} <ElInput v-model="maker.name" name="maker-name" maxlength="80" /></label>
    <label>
      {{ t("frame.note") }}
      <ElInput v-model="maker.note" name="maker-note" type="textarea" :rows="2" maxlength="2000" />
    </label>
    <label>
      {{ t("frame.licence") }}
      <ElSelect
        v-model="maker.licence"
        :placeholder="t('frame.none-yet')"
        filterable
        allow-create
        clearable
        :aria-label="t('frame.licence')"
      >
        <ElOption v-for="one in LICENCES" :key="one" :value="one" :label="one" />
      </ElSelect>
    </label>
    <div class="mark">
      <OwnPicture v-if="maker.mark && !drawing" class="shown" :picture="maker.mark" />
      <DrawMark v-else-if="drawing" @take="keepMark" @leave="drawing = false" />
      <template v-if="!drawing">
        <button type="button" class="hm-quiet" @click="drawing = true">
          {{ t("frame.draw-your-mark") }}
        </button>
        <button type="button" class="hm-quiet" @click="files.open()">
          {{ t("frame.choose-a-picture") }}
        </button>
        <button v-if="maker.mark" type="button" class="hm-quiet" @click="maker.mark = null">
          {{ t("frame.no-mark") }}
        </button>
      </template>
    </div>
  </FormDialog>
</template>

<style scoped>
.mark {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
}
.mark .hm-quiet {
  text-decoration: underline;
}
.shown {
  width: 72px;
  height: 72px;
}
</style>
