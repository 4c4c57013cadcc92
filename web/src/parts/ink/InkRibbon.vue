<script setup lang="ts">
// A line drawn straight: as thick along its length as one column says, and as dark as another does.
import { computed, useId } from "vue"
import { ribbon } from "../plot"

const props = defineProps<{
  /** Arc length, and there half of the width and how much is covered, 0..1. */
  s: ArrayLike<number>
  half: ArrayLike<number>
  cover: ArrayLike<number>
  width: number
  height: number
  /** Half width that fills the height; the widest place does where it is left out. */
  most?: number
}>()
const id = useId()
const PAD = 10
/** Places along the line at which its darkness is told. */
const STOPS = 48

const path = computed(() =>
  ribbon(props.s, props.half, { width: props.width, height: props.height, pad: PAD }, props.most),
)
const stops = computed(() => {
  const { s, cover } = props
  const step = Math.max(1, Math.ceil(cover.length / STOPS))
  const length = s[s.length - 1] || 1
  return Array.from(cover, (share, i) => ({ at: s[i]! / length, share })).filter(
    (_, i) => i % step === 0 || i === cover.length - 1,
  )
})
</script>

<template>
  <svg :viewBox="`0 0 ${width} ${height}`" aria-hidden="true">
    <linearGradient :id="id" gradientUnits="userSpaceOnUse" :x1="PAD" :x2="width - PAD" y1="0" y2="0">
      <stop
        v-for="{ at, share } in stops"
        :key="at"
        :offset="at"
        stop-color="#1e2a2d"
        :stop-opacity="share"
      />
    </linearGradient>
    <path :d="path" :fill="`url(#${id})`" />
  </svg>
</template>
