// The stroke in hand, with the room that a brush needs on it: what small pictures of brushes are inked on.
import { computed, toValue, type MaybeRefOrGetter } from "vue"
import { laying, shownOn } from "@/pictures/shownOn"
import type { Bench } from "./useBench"

/** The least room that is left for a brush, px of its size. */
const LEAST = 8

/** `documents` are the brushes that are shown on it: it has room for the widest. */
export function useShownInHand(bench: Bench, documents: MaybeRefOrGetter<{ size: unknown }[]>) {
  return computed(() => {
    const all = [...bench.shownLanes.value.flatMap((lane) => lane.strokes), ...bench.proofs.strokes.value]
    const stroke = all.find((one) => one.id === bench.inHand.value) ?? laying(all)[0]
    return stroke && shownOn([stroke], Math.max(...toValue(documents).map((one) => Number(one.size)), LEAST))
  })
}
