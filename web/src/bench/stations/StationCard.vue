<script setup lang="ts">
// One of the six steps from hand to ink: a live picture of what it does to the stroke in hand.
import { useBench } from "../useBench"
import CardFrame from "./CardFrame.vue"
import HandPicture from "./strips/HandPicture.vue"
import InkedPicture from "@/pictures/InkedPicture.vue"
import LinePicture from "./strips/LinePicture.vue"
import WeightPicture from "./strips/WeightPicture.vue"
import type { Station } from "./stations"

defineProps<{
  station: Station
  open: boolean
  says: string
  small: boolean
  /** It does nothing to this brush's stroke. */
  empty: boolean
}>()
const { traces } = useBench().engine
const WIDTH = 240
const HEIGHT = 88
</script>

<template>
  <CardFrame
    class="station"
    :class="{ empty }"
    :label="station.label"
    :station="station.key"
    v-bind="{ says, open }"
  >
    <span v-if="!empty && !small" class="picture">
      <HandPicture v-if="station.key === 'hand'" :width="WIDTH" :height="HEIGHT" />
      <LinePicture
        v-else-if="station.key === 'line'"
        :line="traces"
        :width="WIDTH"
        :height="HEIGHT"
        :moments="5"
      />
      <WeightPicture v-else-if="station.key === 'weight'" :width="WIDTH" :height="HEIGHT" />
      <InkedPicture v-else :station="station.key" />
    </span>
  </CardFrame>
</template>

<style scoped>
.station {
  flex: 1 1 0;
}
.station.empty {
  flex: 0 0 110px;
}
.picture {
  /* It takes what height there is, and asks for none: the row would be a part of a pixel high. */
  contain: size;
  flex: 1;
  min-height: 0;
  overflow: hidden;
  background: var(--paper);
}
.picture :deep(svg),
.picture :deep(canvas) {
  display: block;
  width: 100%;
  height: 100%;
  object-fit: cover;
}
</style>
