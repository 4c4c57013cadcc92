<script setup lang="ts">
// A brush's stroke, the print of its tip, or a stroke that is given: a picture that lies ready, so that hundreds of them
// scroll as an empty page does.
import { onScopeDispose, ref, useTemplateRef } from "vue"
import { useEngine } from "@/engine/page/useEngine"
import { inkedBefore, keepInked, type Inking } from "./inkedBefore"
import { usePocketInking, type Pocketed } from "./usePocketInking"

/** One clear pixel: a picture without an address has no room. */
const NOTHING = "data:image/gif;base64,R0lGODlhAQABAAAAACH5BAEKAAEALAAAAAABAAEAAAICTAEAOw=="

const props = withDefaults(defineProps<Pocketed>(), { near: undefined })
const engine = useEngine()
const image = useTemplateRef("image")
const address = ref("")
/** Addresses that nobody else keeps. */
const own = new Set<string>()

async function ink(inking: Inking): Promise<string | undefined> {
  await engine.ready
  const written = await engine.api.writePocket(inking.which, inking.document, inking.across, inking.down)
  if (!written) return undefined
  const stays = written.whole && keepInked(inking, written.file)
  if (stays) return stays
  const mine = URL.createObjectURL(written.file)
  own.add(mine)
  return mine
}

function leave(one: string): void {
  if (own.delete(one)) URL.revokeObjectURL(one)
}

function show(next: string): void {
  leave(address.value)
  address.value = next
}

const { busy } = usePocketInking(image, props, ink, show, leave, inkedBefore)
onScopeDispose(() => own.forEach(leave))
</script>

<template>
  <img ref="image" :src="address || NOTHING" :aria-busy="busy" alt="" draggable="false" />
</template>
