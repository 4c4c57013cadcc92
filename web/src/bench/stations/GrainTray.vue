<script setup lang="ts">
import { said, t } from "@/words"
import { computed, ref } from "vue"
import TraySections from "@/parts/TraySections.vue"
import SourceChooser from "@/choosers/SourceChooser.vue"
import SourcePrint from "@/pictures/SourcePrint.vue"
import { useBench } from "../useBench"
import { useShapes } from "../useShapes"
import InkedPicture from "@/pictures/InkedPicture.vue"
import SettingControl from "./SettingControl.vue"

const SECTIONS = [
  { value: "grain", label: t("bench.grain") },
  { value: "tile", label: t("bench.tile") },
  { value: "tone", label: t("bench.tone") },
] as const
type Section = (typeof SECTIONS)[number]["value"]
const HOLDS = ["paper", "stroke", "stamp", "line"]

const bench = useBench()
const { lay, liftGrain } = useShapes(bench)
const section = ref<Section>("grain")
const choosing = ref(false)
const brush = computed(() => bench.state.value?.document)
const grain = computed(() => brush.value?.grain)
const ribbon = computed(() => brush.value?.tip === "shapes" && brush.value.laying === "ribbon")
</script>

<template>
  <div class="tray-grain">
    <div v-if="!grain" class="none">
      <p>{{ t("bench.this-brush-has-no-grain-its") }}</p>
      <button type="button" class="hm-quiet hm-on" @click="choosing = true">
        {{ t("bench.choose-a-grain") }}
      </button>
    </div>
    <TraySections v-else v-model="section" :label="t('bench.parts-of-the-grain')" :sections="SECTIONS">
      <figure class="picture">
        <InkedPicture station="holds" :shape="2.5" />
        <figcaption class="holds">
          <button
            v-for="hold in HOLDS"
            :key="hold"
            type="button"
            class="hm-small"
            :class="{ on: brush?.grain_hold === hold }"
            :aria-label="t('bench.hold-to-the', { hold: said(hold) })"
            @click="bench.change('grain_hold', hold)"
          >
            {{ said(hold) }}
          </button>
        </figcaption>
      </figure>
      <template v-if="section === 'grain'">
        <div class="controls">
          <div class="source">
            <button
              type="button"
              class="use"
              :aria-label="t('bench.choose-another-grain')"
              @click="choosing = true"
            >
              <SourcePrint :picture="grain.picture" makes="grain" :tile="56" class="print" />
            </button>
            <button type="button" class="hm-quiet" @click="choosing = true">{{ t("bench.another") }}</button>
            <RouterLink
              v-if="grain.source"
              :to="`/sources/${grain.source}?brush=${bench.id}`"
              class="hm-quiet"
            >
              {{ t("bench.prep-table") }}
            </RouterLink>
            <button type="button" class="hm-quiet" @click="liftGrain">{{ t("bench.none") }}</button>
          </div>
          <SettingControl name="grain_hold" />
          <p v-if="ribbon && brush?.grain_hold === 'stamp'" class="hm-small">
            {{ t("bench.a-ribbon-is-one-stretch-without") }}
          </p>
          <SettingControl name="bite" />
        </div>
        <div class="controls">
          <SettingControl name="grain_way" class="ways" />
          <SettingControl
            name="cut_edge"
            :disabled="brush?.grain_way !== 'cut' && brush?.grain_way !== 'press'"
          />
        </div>
      </template>
      <template v-else-if="section === 'tile'">
        <div class="controls">
          <SettingControl name="grain_scale" />
          <SettingControl :name="brush?.grain_scale === 'px' ? 'grain_px' : 'grain_times'" />
          <SettingControl name="grain_turn" />
        </div>
        <div class="controls">
          <SettingControl name="grain_offset_x" />
          <SettingControl name="grain_offset_y" />
        </div>
      </template>
      <template v-else>
        <div class="controls">
          <SettingControl name="grain_brightness" />
          <SettingControl name="grain_contrast" />
          <SettingControl name="grain_invert" />
        </div>
        <div class="controls">
          <SettingControl name="bite_floor" />
          <SettingControl name="bite_jitter" />
        </div>
      </template>
    </TraySections>
    <SourceChooser v-model="choosing" makes="grain" :title="t('bench.choose-a-grain')" @pick="lay" />
  </div>
</template>

<style scoped>
.tray-grain {
  height: 100%;
}
.none {
  display: flex;
  align-items: center;
  justify-content: center;
  gap: 24px;
  height: 100%;
}
.holds {
  display: grid;
  grid-template-columns: repeat(4, 1fr);
}
.holds button {
  height: 44px;
  border: 0;
  border-bottom: 3px solid transparent;
  background: none;
  cursor: pointer;
}
.holds button.on {
  color: var(--ink);
  font-weight: 700;
  border-bottom-color: var(--active);
}
.source {
  display: flex;
  align-items: center;
  gap: 4px;
}
.use {
  flex: none;
  width: 56px;
  height: 56px;
  padding: 0;
  border: 0;
  background: none;
  cursor: pointer;
}
.print {
  width: 100%;
  height: 100%;
}
.ways :deep(.choice) {
  display: grid;
  grid-template-columns: repeat(4, 1fr);
}
</style>
